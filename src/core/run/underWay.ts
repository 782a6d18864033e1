import type { RunEvent } from './following/events';
import type { RunPlan } from './runPlan';

const OVER: readonly RunEvent['kind'][] = ['failed', 'ended', 'finished'];

/**
 * Whether a run has begun and is not over, without following it: for lists of runs, and for a page that only has
 * to know what to fetch.
 */
export function isUnderWay(
  { bands, swaps }: Pick<RunPlan, 'bands' | 'swaps'>,
  events: readonly RunEvent[],
): boolean {
  const undone = new Set(events.flatMap((one) => (one.kind === 'undone' ? [one.event] : [])));
  const told = events.filter(({ id }) => !undone.has(id));
  const begun = told.findIndex(
    (one) =>
      one.kind === 'started' &&
      (one.after ?? -1) < swaps.length &&
      bands.some(({ last }) => last >= (one.layer ?? 0)),
  );
  return begun >= 0 && !told.slice(begun).some(({ kind }) => OVER.includes(kind));
}
