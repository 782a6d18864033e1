import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { layerNumber } from '@/core/layers';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/file/planBook';
import {
  addSwap,
  beginDrag,
  closeBook,
  endDrag,
  moveSwap,
  openBook,
  undo,
  usePlanStore,
} from './planStore';
import { isMoving, REST, step, useRestingPlan, useRestingView } from './resting';
import { openView, showLayer } from './viewStore';

const n = layerNumber;
const shown = () => useRestingPlan.getState().plan?.parts[0].swaps.map((swap) => swap.layer);

/** Frames of a page that come when they are let. */
let frames: (() => void)[] = [];
const nextFrame = (): void => {
  const due = frames;
  frames = [];
  for (const draw of due) draw();
};

beforeEach(() => {
  vi.useFakeTimers();
  frames = [];
  vi.stubGlobal('requestAnimationFrame', (draw: () => void) => frames.push(draw));
  vi.stubGlobal('cancelAnimationFrame', () => {
    frames = [];
  });
  openView(100);
  openBook(bookOf(emptyPlan('cd'.repeat(32))));
  addSwap(n(10));
});

afterEach(() => {
  closeBook();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('what is drawn while a swap is moved', () => {
  it('is the plan and the layer as they are while nobody drags', () => {
    expect(shown()).toEqual([10]);
    showLayer(7);
    expect(useRestingView.getState().layer).toBe(7);
    moveSwap(n(10), n(12), 100);
    expect(shown()).toEqual([12]);
  });

  it('stays as it was until the hand rests, and comes at once when it lets go', () => {
    const before = usePlanStore.getState().book!;
    beginDrag();
    moveSwap(n(10), n(20), 100);
    showLayer(20);
    vi.advanceTimersByTime(10 * REST);
    // The frame of this move is not there yet: a slow machine is no hand that rests.
    expect(shown()).toEqual([10]);
    nextFrame();
    nextFrame();
    vi.advanceTimersByTime(REST - 1);
    moveSwap(n(20), n(21), 100);
    vi.advanceTimersByTime(REST);
    expect(shown()).toEqual([10]);
    nextFrame();
    nextFrame();
    vi.advanceTimersByTime(REST);
    expect(shown()).toEqual([21]);
    expect(useRestingView.getState().layer).toBe(20);
    moveSwap(n(21), n(30), 100);
    endDrag(before, true);
    expect(shown()).toEqual([30]);
  });

  it('is where the drag began when that is taken back', () => {
    const before = usePlanStore.getState().book!;
    beginDrag();
    moveSwap(n(10), n(20), 100);
    endDrag(before, false);
    expect(shown()).toEqual([10]);
    expect(useRestingPlan.getState()).toEqual(usePlanStore.getState());
  });

  it('stays as it was while a key is held down that moves the swap, and each step is one of the history', () => {
    for (const layer of [11, 12, 13]) {
      step(() => {
        expect(isMoving()).toBe(true);
        moveSwap(n(layer - 1), n(layer), 100);
        showLayer(layer);
      });
      expect(isMoving()).toBe(false);
      nextFrame();
      nextFrame();
      vi.advanceTimersByTime(REST - 1);
      expect([shown(), useRestingView.getState().layer]).toEqual([[10], 1]);
    }
    vi.advanceTimersByTime(1);
    expect([shown(), useRestingView.getState().layer]).toEqual([[13], 13]);
    undo();
    expect(shown()).toEqual([12]);
  });

  it('comes at once with anything else that is done before the key rests', () => {
    step(() => moveSwap(n(10), n(11), 100));
    expect(shown()).toEqual([10]);
    addSwap(n(50));
    expect(shown()).toEqual([11, 50]);
  });

  it('is nothing once the plans are put away, also in the middle of a drag', () => {
    beginDrag();
    closeBook();
    expect(useRestingPlan.getState().plan).toBeNull();
  });
});
