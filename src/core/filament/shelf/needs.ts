import type { PaletteFilament, PrintedFilament } from '../palette';
import { gramsOf } from '../mass';
import type { PairPurge } from '../purgeTable';
import type { Spool } from './spool';

/** What decides how much filament a plan takes. */
export interface FilamentNeeds {
  readonly bands: readonly PrintedFilament[];
  /** What each swap purges, from the bed up. */
  readonly purges: readonly Pick<PairPurge, 'mm'>[];
  /** Filament that the file extrudes before its first layer, mm. */
  readonly primedMm: number;
  readonly printer: { readonly filamentDiameter: number };
  readonly spools: ReadonlyMap<string, Spool>;
}

/** What a plan takes of one spool. */
export interface SpoolNeed {
  readonly spool: Spool;
  readonly grams: number;
  /** Letters of the plan's filaments that come from it. */
  readonly letters: readonly string[];
}

/** Grams that each filament of the plan takes, with what is purged and primed of it, by letter. */
export function gramsNeeded(needs: FilamentNeeds): Map<string, number> {
  const { bands, purges, primedMm, printer, spools } = needs;
  const needed = new Map<string, number>();
  bands.forEach(({ filament: { letter }, filamentMm }, i) => {
    const extra = i === 0 ? primedMm : (purges[i - 1]?.mm ?? 0);
    const density = spools.get(letter)?.density;
    const grams = gramsOf(filamentMm + extra, printer.filamentDiameter, density);
    needed.set(letter, (needed.get(letter) ?? 0) + grams);
  });
  return needed;
}

/** What a plan takes of each spool: filaments of one plan may come from the same. */
export function neededBySpool(
  palette: readonly PaletteFilament[],
  spools: ReadonlyMap<string, Spool>,
  needed: ReadonlyMap<string, number>,
): SpoolNeed[] {
  const needs = new Map<string, SpoolNeed>();
  for (const { letter } of palette) {
    const spool = spools.get(letter);
    const grams = needed.get(letter);
    if (!spool || grams === undefined) continue;
    const so = needs.get(spool.id) ?? { spool, grams: 0, letters: [] };
    needs.set(spool.id, { spool, grams: so.grams + grams, letters: [...so.letters, letter] });
  }
  return [...needs.values()];
}
