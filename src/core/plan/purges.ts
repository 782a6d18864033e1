import { gramsOf } from '../filament/mass';
import { pairPurge, type PairPurge } from '../filament/purgeTable';
import { filamentArea } from '../geometry/lineWidth';
import type { Spool } from '../filament/spool';
import type { Printer } from '../printer/printer';
import type { Recipe } from '../recipe/recipe';
import type { Band } from './bands';
import type { JobPlan } from './jobPlan';
import type { PlannedSwap } from './plannedSwap';
import type { PaletteFilament } from '../filament/palette';

/** What decides how much a swap pushes through. */
export interface PurgeWishes {
  readonly plan: Pick<JobPlan, 'purges' | 'swaps'>;
  readonly recipe: Pick<Recipe, 'kind' | 'purge'>;
  readonly printer: Pick<Printer, 'filamentDiameter'>;
  readonly spools: ReadonlyMap<string, Spool>;
}

/** The length that all swaps of a recipe push through, mm; null when the pair of colours decides. */
export function fixedPurge({ kind, purge }: Pick<Recipe, 'kind' | 'purge'>): number | null {
  return kind === 'spelled-out' || kind === 'host-scripts' ? purge : null;
}

/** What a swap pushes through: what it says itself, else its recipe, else the pair of colours. */
export function purgeAt(
  swap: Pick<PlannedSwap, 'purge'> | undefined,
  from: PaletteFilament,
  to: PaletteFilament,
  { plan, recipe, printer, spools }: PurgeWishes,
): PairPurge {
  const { filamentDiameter } = printer;
  const byPair = pairPurge(from, to, { own: plan.purges, spools, filamentDiameter });
  const mm = swap?.purge ?? fixedPurge(recipe);
  if (mm === null) return byPair;
  return {
    ...byPair,
    mm,
    mm3: mm * filamentArea(filamentDiameter),
    grams: gramsOf(mm, filamentDiameter, spools.get(to.letter)?.density),
    isOwn: true,
  };
}

/** What each swap of a plan pushes through, from the bed up. */
export function planPurges(bands: readonly Band[], wishes: PurgeWishes): PairPurge[] {
  return bands.slice(1).map(({ filament, swap }, i) => {
    const planned = wishes.plan.swaps.find(({ layer }) => layer === swap);
    return purgeAt(planned, bands[i].filament, filament, wishes);
  });
}
