import { create } from 'zustand';
import { isDragging, usePlanStore } from './planStore';
import { useViewStore } from './viewStore';

/** How long a hand that moves a swap has to keep still until it rests, ms. */
export const REST = 120;

/**
 * The plans and the view for what React draws: as they are, but while a swap is moved, dragged or step by step, as
 * they were when the hand last rested. What follows the hand itself reads the two stores and draws without React.
 */
export const useRestingPlan = create(() => usePlanStore.getState());
export const useRestingView = create(() => useViewStore.getState());

let waiting: ReturnType<typeof setTimeout> | undefined;
let frame: number | undefined;
/** True while what a key does is being done. */
let stepping = false;

/** Whether the plan is just being changed by a hand that will rest: what follows it draws now, and React then. */
export function isMoving(): boolean {
  return stepping || isDragging();
}

/** Does what a key does that may be held down, and returns its answer. */
export function step<T>(act: () => T): T {
  stepping = true;
  try {
    return act();
  } finally {
    stepping = false;
  }
}

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
  if (!isMoving()) return restNow();
  // Where a frame takes long, the next move waits for its end: a hand rests that has not moved by then.
  frame = requestAnimationFrame(() => {
    frame = requestAnimationFrame(() => {
      waiting = setTimeout(restNow, REST);
    });
  });
}

usePlanStore.subscribe(follow);
useViewStore.subscribe(follow);
