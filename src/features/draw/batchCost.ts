import { differenceOf } from '@/core/filament/colour';
import type { Spool } from '@/core/filament/shelf/spool';
import { gramsOfMm3 } from '@/core/filament/mass';
import { colourOf } from './PlateView';

/** What the filament of some plates weighs, g, and costs; null where no spool has a price. */
export interface FilamentOfPlates {
  readonly grams: number;
  readonly price: number | null;
}

/** An ordinary density, g/cm³. */
const ORDINARY = 1.24;

/**
 * What plates take as if they were solid, at the price of the spool that is nearest in colour.
 * @param mm3 by letter.
 */
export function filamentCost(
  mm3: Readonly<Record<string, number>>,
  spools: readonly Spool[],
): FilamentOfPlates {
  const priced = spools.filter(({ pricePerKg }) => pricePerKg !== null);
  let grams = 0;
  let price = 0;
  for (const [letter, volume] of Object.entries(mm3)) {
    const colour = colourOf(letter);
    const [nearest] = priced.toSorted(
      (a, b) => differenceOf(a, { colour }) - differenceOf(b, { colour }),
    );
    const own = gramsOfMm3(volume, priced.length > 0 ? nearest.density : ORDINARY);
    grams += own;
    if (priced.length > 0) price += (own * (nearest.pricePerKg ?? 0)) / 1000;
  }
  return { grams, price: priced.length > 0 ? price : null };
}

/** `, 1.20 €, 0.10 € a plate`. */
export function costWords({ price }: FilamentOfPlates, plates: number, currency: string): string {
  if (price === null) return '';
  const money = (value: number): string => `${value.toFixed(2)} ${currency}`.trim();
  return `, ${money(price)} of filament, ${money(price / plates)} a plate, as if solid`;
}
