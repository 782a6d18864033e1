import { create } from 'zustand';
import { isDragging, usePlanStore } from './planStore';
import { useViewStore } from './viewStore';

/** How long a hand that drags has to keep still until it rests, ms. */
export const REST = 120;

/**
 * The plans and the view for what React draws: as they are, but while a swap is dragged as they were when the
 * hand last rested. What follows the hand itself reads the two stores and draws without React.
 */
export const useRestingPlan = create(() => usePlanStore.getState());
export const useRestingView = create(() => useViewStore.getState());

let waiting: ReturnType<typeof setTimeout> | undefined;
let frame: number | undefined;

function stopWaiting(): void {
  clearTimeout(waiting);
  if (frame !== undefined) cancelAnimationFrame(frame);
  frame = undefined;
}

/** Has everything drawn as it is now. */
export function restNow(): void {
  stopWaiting();
  useRestingView.setState(useViewStore.getState(), true);
  useRestingPlan.setState(usePlanStore.getState(), true);
}

function follow(): void {
  stopWaiting();
  if (!isDragging()) return restNow();
  // Where a frame takes long, the next move waits for its end: a hand rests that has not moved by then.
  frame = requestAnimationFrame(() => {
    frame = requestAnimationFrame(() => {
      waiting = setTimeout(restNow, REST);
    });
  });
}

usePlanStore.subscribe(follow);
useViewStore.subscribe(follow);
