import { isBeforeLayer, type FoundStop } from '../gcode/stops';
import { layerNumber } from '../layers';
import type { JobPlan } from './jobPlan';
import { allSwaps, withoutSwap, withSwap } from './edits/partEdits';

/** What becomes of a stop that the file has itself. */
export type StopAnswer = 'keep' | 'take-over' | 'remove';

/** How a stop of the file is answered in a plan: taken over means a swap in its place. */
export function stopAnswer(plan: JobPlan, stop: FoundStop): StopAnswer {
  if (!plan.takenOut.includes(stop.line)) return 'keep';
  const isSwap = canTakeOver(stop) && allSwaps(plan).some(({ swap }) => swap.layer === stop.layer);
  return isSwap ? 'take-over' : 'remove';
}

/** Only a stop between two layers can become a swap: one inside a layer belongs to its place. */
export function canTakeOver(stop: FoundStop): boolean {
  return isBeforeLayer(stop) && stop.layer !== null && stop.layer > 1;
}

/** Answers a stop of the file. One that cannot be taken over is taken out only. */
export function withStopAnswer(plan: JobPlan, stop: FoundStop, answer: StopAnswer): JobPlan {
  const others = plan.takenOut.filter((line) => line !== stop.line);
  const before = stopAnswer(plan, stop);
  if (answer === before) return plan;
  const layer = canTakeOver(stop) ? layerNumber(stop.layer ?? 1) : null;
  const cleared = before === 'take-over' && layer ? withoutSwap(plan, layer) : plan;
  if (answer === 'keep') return { ...cleared, takenOut: others };
  const out = { ...cleared, takenOut: [...others, stop.line].sort((a, b) => a - b) };
  return answer === 'take-over' && layer ? withSwap(out, layer) : out;
}
