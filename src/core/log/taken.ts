import { gramsOf } from '../filament/mass';
import type { SeenRun } from '../run/follow';
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
 * the bands that it has printed. A print that failed has used all of the band in which it did.
 * @param diameter of the filament, mm.
 */
export function takenFilament(
  { bands, swaps }: RunPlan,
  seen: Pick<SeenRun, 'phase' | 'lastBand'>,
  { weighed }: Pick<RunLog, 'weighed'>,
  diameter: number,
): TakenFilament[] {
  const printed = seen.phase === 'finished' ? bands.length : seen.lastBand + 1;
  const grams = new Map<string, { spoolId: string | null; grams: number }>();
  bands.slice(0, printed).forEach(({ filament, grams: own }, i) => {
    const purged = i === 0 ? 0 : gramsOf(swaps[i - 1].purgeMm, diameter);
    const before = grams.get(filament.letter)?.grams ?? 0;
    grams.set(filament.letter, {
      spoolId: filament.spoolId,
      grams: before + own + purged,
    });
  });
  return [...grams].map(([letter, one]) => {
    const real = weighed.find((other) => other.letter === letter);
    return { letter, ...one, ...(real && { grams: real.grams }), isWeighed: real !== undefined };
  });
}
