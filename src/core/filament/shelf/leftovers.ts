import type { PaletteFilament } from '../palette';
import { differenceOf } from '../colour';
import { gramsNeeded, type FilamentNeeds } from './needs';
import type { OwnPurge } from '../purgeTable';
import { freeGrams } from './reserve';
import type { Spool } from './spool';

/** Whether a spool has enough: `unknown` when nobody has weighed it. */
export type Enough = 'yes' | 'no' | 'unknown';

/** A spool that one filament of a plan could come from. */
export interface SpoolChoice {
  readonly spool: Spool;
  readonly free: number | null;
  readonly enough: Enough;
  /** How far its colour is from the planned one (OKLab), 0 for the same. */
  readonly difference: number;
}

/** The spools for one filament of a plan, those with enough first, and of these the nearest colour. */
export interface LeftoverRow {
  readonly filament: PaletteFilament;
  readonly grams: number;
  readonly choices: readonly SpoolChoice[];
}

/** What the question is asked about. */
export interface LeftoverInputs extends FilamentNeeds {
  readonly own: readonly OwnPurge[];
  readonly shelf: readonly Spool[];
  readonly jobId: string;
}

/** Room above what is needed for what goes wrong, as a factor. */
export const SPARE = 1.05;

/** Whether so much free filament is enough for what is needed, with a little to spare. */
export function enoughFor(free: number | null, grams: number): Enough {
  if (free === null) return 'unknown';
  return free >= grams * SPARE ? 'yes' : 'no';
}

/** For each filament of a plan, which spools have enough of it, as the plan stands. */
export function spoolsForPlan(inputs: LeftoverInputs): LeftoverRow[] {
  const { shelf, jobId, bands } = inputs;
  const order: readonly Enough[] = ['yes', 'unknown', 'no'];
  const needed = gramsNeeded(inputs);
  return usedFilaments(bands).map((filament) => {
    const gramsFrom = (spool: Spool): number =>
      gramsNeeded({ ...inputs, spools: new Map([[filament.letter, spool]]) }).get(
        filament.letter,
      ) ?? 0;
    const choices = shelf.map((spool): SpoolChoice => {
      const free = freeGrams(spool, jobId);
      const enough = enoughFor(free, gramsFrom(spool));
      return { spool, free, enough, difference: differenceOf(filament, spool) };
    });
    choices.sort(
      (a, b) => order.indexOf(a.enough) - order.indexOf(b.enough) || a.difference - b.difference,
    );
    return { filament, grams: needed.get(filament.letter) ?? 0, choices };
  });
}

/** The filaments of bands, each once, in the order in which they first print. */
export function usedFilaments(bands: LeftoverInputs['bands']): PaletteFilament[] {
  return [...new Map(bands.map(({ filament }) => [filament.letter, filament])).values()];
}
