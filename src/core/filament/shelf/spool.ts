import { lightnessOf, stainOf } from '../colour';

/** Families of material that behave alike: what sticks to what, and at which heat. */
export const FAMILIES = ['PLA', 'PETG', 'ABS', 'ASA', 'TPU', 'Nylon', 'PC', 'other'] as const;
export type Family = (typeof FAMILIES)[number];

/** Temperatures from and to, °C. */
export interface HeatRange {
  readonly from: number;
  readonly to: number;
}

/** Grams of a spool that are promised to a job. */
export interface Reservation {
  readonly jobId: string;
  readonly jobName: string;
  readonly grams: number;
}

/** A spool of filament that a person has. */
export interface Spool {
  readonly id: string;
  readonly name: string;
  readonly family: Family;
  /** `#rrggbb`. */
  readonly colour: string;
  /** What is left, g; null when nobody knows. */
  readonly gramsLeft: number | null;
  /** Weight of the empty spool, g; null when unknown. */
  readonly emptySpoolGrams: number | null;
  /** Price of a kilogram, in the person's currency; null when unknown. */
  readonly pricePerKg: number | null;
  /** g/cm³, and mm. */
  readonly density: number;
  readonly diameter: number;
  readonly nozzle: HeatRange;
  readonly bed: HeatRange;
  /** The temperature that it is usually printed at, °C. */
  readonly usualNozzle: number;
  /** Most that melts in time, mm³/s; null when unknown. */
  readonly topFlow: number | null;
  /** Own values in place of those that follow from the colour; null to follow it. */
  readonly lightness: number | null;
  readonly stain: number | null;
  /** Thickness that it needs over a contrasting colour, mm. */
  readonly hidingDepth: number;
  /** Days as `2026-04-05`; null when unknown. */
  readonly openedOn: string | null;
  readonly driedOn: string | null;
  readonly note: string;
  /** At most one for each job. */
  readonly reserved: readonly Reservation[];
}

/** Ordinary numbers of each family: density, nozzle, bed, and what is usual. */
const ORDINARY: Readonly<
  Record<Family, Pick<Spool, 'density' | 'nozzle' | 'bed' | 'usualNozzle' | 'topFlow'>>
> = {
  PLA: family(1.24, [190, 225], [45, 65], 205, 12),
  PETG: family(1.27, [225, 255], [65, 85], 240, 9),
  ABS: family(1.04, [230, 260], [90, 110], 245, 10),
  ASA: family(1.07, [235, 265], [90, 110], 250, 10),
  TPU: family(1.21, [210, 240], [30, 60], 225, 3),
  Nylon: family(1.14, [240, 275], [60, 90], 255, 7),
  PC: family(1.2, [260, 300], [95, 120], 275, 8),
  other: family(1.2, [190, 260], [40, 100], 215, 8),
};

function family(
  density: number,
  nozzle: readonly [number, number],
  bed: readonly [number, number],
  usualNozzle: number,
  topFlow: number,
) {
  const range = ([from, to]: readonly [number, number]): HeatRange => ({ from, to });
  return { density, nozzle: range(nozzle), bed: range(bed), usualNozzle, topFlow };
}

/** A spool of a family with its ordinary numbers. */
export function ordinarySpool(given: Pick<Spool, 'id' | 'name'> & Partial<Spool>): Spool {
  const family = given.family ?? 'PLA';
  return {
    family,
    colour: '#9aa3a6',
    gramsLeft: null,
    emptySpoolGrams: null,
    pricePerKg: null,
    diameter: 1.75,
    lightness: null,
    stain: null,
    hidingDepth: 0.5,
    openedOn: null,
    driedOn: null,
    note: '',
    reserved: [],
    ...ORDINARY[family],
    ...given,
  };
}

/** Lightness, 0 black to 1 white: the spool's own, or that of its colour. */
export function spoolLightness(spool: Pick<Spool, 'colour'> & Partial<Pick<Spool, 'lightness'>>) {
  return spool.lightness ?? lightnessOf(spool);
}

/** How long its colour lingers, 0.4 to 1.6: the spool's own, or that of its colour. */
export function spoolStain(spool: Pick<Spool, 'colour'> & Partial<Pick<Spool, 'stain'>>) {
  return spool.stain ?? stainOf(spool);
}

/** What is left on a spool that was weighed with its reel, g. */
export function leftByWeight(weighedGrams: number, emptySpoolGrams: number): number {
  return Math.max(0, weighedGrams - emptySpoolGrams);
}

/** Pairs of families that hold together; any family holds to itself. */
const BONDS: readonly (readonly [Family, Family])[] = [
  ['ABS', 'ASA'],
  ['ABS', 'PC'],
  ['ASA', 'PC'],
  ['PLA', 'TPU'],
  ['PETG', 'TPU'],
];

/** Whether layers of two families hold to one another; null when nobody can say. */
export function doBond(one: Family, other: Family): boolean | null {
  if (one === 'other' || other === 'other') return null;
  if (one === other) return true;
  return BONDS.some(([a, b]) => (a === one && b === other) || (a === other && b === one));
}

/** The temperatures that suit both; null when there are none. */
export function sharedRange(one: HeatRange, other: HeatRange): HeatRange | null {
  const from = Math.max(one.from, other.from);
  const to = Math.min(one.to, other.to);
  return from <= to ? { from, to } : null;
}

/** Spools of a palette's filaments, by letter; filaments without one are left out. */
export function spoolsOf(
  palette: readonly { readonly letter: string; readonly spoolId?: string }[],
  shelf: readonly Spool[],
): Map<string, Spool> {
  const byId = new Map(shelf.map((spool) => [spool.id, spool]));
  return new Map(
    palette.flatMap(({ letter, spoolId }) => {
      const spool = spoolId === undefined ? undefined : byId.get(spoolId);
      return spool ? [[letter, spool] as const] : [];
    }),
  );
}
