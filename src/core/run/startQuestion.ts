import type { NeededTime } from '../schedule/startFinder';
import { spreadOf } from './runTimes';
import { plannedTotal, swapOffsets, type RunPlan } from './runPlan';

/** When a plan needs somebody at the printer, seconds from its start. */
export function neededTimes(plan: RunPlan): NeededTime[] {
  return swapOffsets(plan).map((at, i) => ({
    at,
    spread: spreadOf(at, 0),
    hands: plan.swaps[i].machine + plan.swaps[i].hands,
  }));
}

/** The longest time without a swap, seconds from the start. */
export function longestAlone(plan: RunPlan): { readonly start: number; readonly end: number } {
  let [start, from, end] = [0, 0, 0];
  const stops = [...neededTimes(plan), { at: plannedTotal(plan), hands: 0 }];
  for (const { at, hands } of stops) {
    if (at - from > end - start) [start, end] = [from, at];
    from = at + hands;
  }
  return { start, end };
}
