import { filamentArea } from '../geometry/lineWidth';
import type { PaletteFilament } from './palette';
import { gramsOf } from './mass';
import { purgeVolume } from './purge';
import type { Spool } from './shelf/spool';

/** Filament to purge from one filament to another, as the person has found it, mm. */
export interface OwnPurge {
  readonly from: string;
  readonly to: string;
  readonly mm: number;
}

/** What one ordered pair of filaments takes. */
export interface PairPurge {
  readonly from: string;
  readonly to: string;
  readonly mm: number;
  readonly mm3: number;
  readonly grams: number;
  /** True when it is the person's own value and not the model's. */
  readonly isOwn: boolean;
}

/** What a table of purges is made of. */
export interface PurgeInputs {
  readonly own: readonly OwnPurge[];
  readonly spools: ReadonlyMap<string, Spool>;
  readonly filamentDiameter: number;
}

/** What the person has found to purge from one letter to another, mm; null when they have not. */
export function ownPurge(own: readonly OwnPurge[], from: string, to: string): number | null {
  return own.find((one) => one.from === from && one.to === to)?.mm ?? null;
}

/** Purge from one filament to another: the person's own value, or the model's. */
export function pairPurge(
  from: PaletteFilament,
  to: PaletteFilament,
  { own, spools, filamentDiameter }: PurgeInputs,
): PairPurge {
  const area = filamentArea(filamentDiameter);
  const known = ownPurge(own, from.letter, to.letter);
  const asSeen = (filament: PaletteFilament) => spools.get(filament.letter) ?? filament;
  const mm = known ?? purgeVolume(asSeen(from), asSeen(to)) / area;
  const grams = gramsOf(mm, filamentDiameter, spools.get(to.letter)?.density);
  return {
    from: from.letter,
    to: to.letter,
    mm,
    mm3: mm * area,
    grams,
    isOwn: known !== null,
  };
}

/** Sets or, with null, takes away the person's own value of a pair. */
export function withOwnPurge(
  own: readonly OwnPurge[],
  from: string,
  to: string,
  mm: number | null,
): OwnPurge[] {
  const others = own.filter((one) => one.from !== from || one.to !== to);
  return mm === null ? others : [...others, { from, to, mm }];
}

/** The ordered pairs of some filaments that none of the given purges is about. */
export function otherPairs(
  filaments: readonly PaletteFilament[],
  purges: readonly Pick<PairPurge, 'from' | 'to'>[],
): { readonly from: PaletteFilament; readonly to: PaletteFilament }[] {
  const met = new Set(purges.map(({ from, to }) => `${from} ${to}`));
  return filaments.flatMap((from) =>
    filaments
      .filter((to) => to !== from && !met.has(`${from.letter} ${to.letter}`))
      .map((to) => ({ from, to })),
  );
}

/** What a row of filaments wastes, each after the one before. */
export function rowPurge(row: readonly PaletteFilament[], inputs: PurgeInputs): PairPurge[] {
  return row.slice(1).map((filament, i) => pairPurge(row[i], filament, inputs));
}

/** Grams that a row of filaments wastes. */
export function rowWaste(row: readonly PaletteFilament[], inputs: PurgeInputs): number {
  return rowPurge(row, inputs).reduce((sum, { grams }) => sum + grams, 0);
}

/** Beyond so many filaments the orders are too many to try them all. */
const MOST_TRIED = 8;

/**
 * The order in which filaments waste least, for prints whose colours are free: all orders are
 * tried, up to eight filaments; more come back as they are.
 */
export function leastWaste(
  filaments: readonly PaletteFilament[],
  inputs: PurgeInputs,
): readonly PaletteFilament[] {
  if (filaments.length < 2 || filaments.length > MOST_TRIED) return filaments;
  const waste = filaments.map((from) => filaments.map((to) => pairPurge(from, to, inputs).mm));
  let best: readonly number[] = filaments.map((_, i) => i);
  let least = best.slice(1).reduce((sum, to, i) => sum + waste[best[i]][to], 0);
  const extend = (row: readonly number[], sum: number): void => {
    if (sum >= least) return;
    if (row.length === filaments.length) {
      best = row;
      least = sum;
      return;
    }
    for (let next = 0; next < filaments.length; next++) {
      if (row.includes(next)) continue;
      const added = row.length === 0 ? 0 : waste[row[row.length - 1]][next];
      extend([...row, next], sum + added);
    }
  };
  extend([], 0);
  return best.map((i) => filaments[i]);
}
