import { gramsOf } from '../filament/mass';
import type { SeenRun } from '../run/following/runState';
import type { RunPlan } from '../run/runPlan';
import type { RunLog } from './runLog';

/** Grams of a spool that a run has used. */
export interface TakenFilament {
  readonly letter: string;
  readonly spoolId: string | null;
  readonly grams: number;
  /** Weighed, and not reckoned from the plan. */
  readonly isWeighed: boolean;
}

/**
 * What a run has used of each filament, printed and purged, g: what was weighed, else what the plan says of
 * the bands that it has printed, in the filament that was in the nozzle. A print that failed has used all of the
 * band in which it did; a swap that was never done has purged nothing.
 */
export function takenFilament(
  { bands, swaps, printer }: RunPlan,
  { printed, swaps: done, neverDone }: Pick<SeenRun, 'printed' | 'swaps' | 'neverDone'>,
  { weighed }: Pick<RunLog, 'weighed'>,
): TakenFilament[] {
  const grams = new Map<string, { spoolId: string | null; grams: number }>();
  const add = (place: number, more: number): void => {
    const { letter, spoolId } = bands[place].filament;
    const before = grams.get(letter)?.grams ?? 0;
    grams.set(letter, { spoolId, grams: before + more });
  };
  for (const { band, filament, share } of printed) add(filament, bands[band].grams * share);
  const reached = Math.max(-1, ...printed.map(({ band }) => band));
  swaps.slice(0, Math.max(0, reached)).forEach(({ purgeMm }, i) => {
    if (neverDone.includes(i)) return;
    const to = done.findLast(({ swap }) => swap === i)?.to ?? i + 1;
    add(to, gramsOf(purgeMm, printer.filamentDiameter));
  });
  return [...grams].map(([letter, one]) => {
    const real = weighed.find((other) => other.letter === letter);
    return { letter, ...one, ...(real && { grams: real.grams }), isWeighed: real !== undefined };
  });
}
