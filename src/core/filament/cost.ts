import { gramsOf } from './mass';
import type { PrintedFilament } from './palette';
import type { PairPurge } from './purgeTable';
import type { Spool } from './shelf/spool';

/** What power costs, and in which currency all is counted. */
export interface CostSettings {
  /** As the person writes it, after the number: `€`, `kr`. */
  readonly currency: string;
  /** What the printer draws on average while printing, W; null to leave power out. */
  readonly watts: number | null;
  /** Price of a kilowatt-hour; null to leave power out. */
  readonly pricePerKwh: number | null;
}

/** What one filament of a print costs. */
interface FilamentCost {
  readonly letter: string;
  readonly printedGrams: number;
  readonly purgedGrams: number;
  /** null when the spool's price is unknown. */
  readonly price: number | null;
}

/** What a print costs. */
export interface PrintCost {
  readonly filaments: readonly FilamentCost[];
  /** Of the filaments whose price is known. */
  readonly filamentPrice: number;
  /** null when power is left out. */
  readonly powerPrice: number | null;
  readonly total: number;
  /** Letters of filaments without a price. */
  readonly unknown: readonly string[];
  /** The total shared by the parts on the plate. */
  readonly perPart: number;
}

/**
 * What a plate costs: printed and purged filament by its spool's price, and power by the time.
 * @param seconds of the whole print.
 * @param parts how many parts the plate holds.
 */
export function costOf(
  bands: readonly PrintedFilament[],
  purges: readonly PairPurge[],
  {
    spools,
    settings,
    seconds,
    parts,
    filamentDiameter,
  }: {
    readonly spools: ReadonlyMap<string, Spool>;
    readonly settings: CostSettings;
    readonly seconds: number;
    readonly parts: number;
    readonly filamentDiameter: number;
  },
): PrintCost {
  const letters = [...new Set(bands.map(({ filament }) => filament.letter))];
  const filaments = letters.map((letter): FilamentCost => {
    const spool = spools.get(letter);
    const mm = bands
      .filter(({ filament }) => filament.letter === letter)
      .reduce((sum, band) => sum + band.filamentMm, 0);
    const printedGrams = gramsOf(mm, filamentDiameter, spool?.density);
    const purgedGrams = purges
      .filter(({ to }) => to === letter)
      .reduce((sum, { grams }) => sum + grams, 0);
    const perKg = spool?.pricePerKg ?? null;
    const price = perKg === null ? null : ((printedGrams + purgedGrams) * perKg) / 1000;
    return { letter, printedGrams, purgedGrams, price };
  });
  const filamentPrice = filaments.reduce((sum, { price }) => sum + (price ?? 0), 0);
  const { watts, pricePerKwh } = settings;
  const powerPrice =
    watts === null || pricePerKwh === null ? null : ((watts * seconds) / 3_600_000) * pricePerKwh;
  const total = filamentPrice + (powerPrice ?? 0);
  return {
    filaments,
    filamentPrice,
    powerPrice,
    total,
    unknown: filaments.filter(({ price }) => price === null).map(({ letter }) => letter),
    perPart: total / Math.max(1, parts),
  };
}
