import { gramsOf } from '../../filament/mass';
import { pairPurge, type PairPurge } from '../../filament/purgeTable';
import { filamentArea } from '../../geometry/lineWidth';
import type { Spool } from '../../filament/shelf/spool';
import type { Printer } from '../../printer/printer';
import type { Recipe } from '../../recipe/recipe';
import type { Band } from './bands';
import type { JobPlan } from '../jobPlan';
import type { PaletteFilament } from '../../filament/palette';

/** What decides how much a swap purges. */
export interface PurgeWishes {
  readonly plan: Pick<JobPlan, 'purges'>;
  readonly recipe: Pick<Recipe, 'kind' | 'purge'>;
  readonly printer: Pick<Printer, 'filamentDiameter'>;
  readonly spools: ReadonlyMap<string, Spool>;
}

/** The length that all swaps of a recipe purge, mm; null when the pair of colours decides. */
export function fixedPurge({ kind, purge }: Pick<Recipe, 'kind' | 'purge'>): number | null {
  return kind === 'spelled-out' || kind === 'host-scripts' ? purge : null;
}

/**
 * What a swap purges: what it says itself, else its recipe, else the pair of colours.
 * @param own what the swap says itself, mm.
 */
export function purgeAt(
  own: number | null,
  from: PaletteFilament,
  to: PaletteFilament,
  { plan, recipe, printer, spools }: PurgeWishes,
): PairPurge {
  const { filamentDiameter } = printer;
  const byPair = pairPurge(from, to, { own: plan.purges, spools, filamentDiameter });
  const mm = own ?? fixedPurge(recipe);
  if (mm === null) return byPair;
  return {
    ...byPair,
    mm,
    mm3: mm * filamentArea(filamentDiameter),
    grams: gramsOf(mm, filamentDiameter, spools.get(to.letter)?.density),
    isOwn: true,
  };
}

/** What each swap of a plan purges, in the order of printing. */
export function planPurges(bands: readonly Band[], wishes: PurgeWishes): PairPurge[] {
  return bands
    .slice(1)
    .map(({ filament, purge }, i) => purgeAt(purge, bands[i].filament, filament, wishes));
}
