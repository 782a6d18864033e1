import type { LayerNumber } from '../layers';

/** The orders in which the sections of a print can be printed. */
export const ORDERS = ['as-sliced', 'fewest-swaps', 'colour-by-colour'] as const;
export type Order = (typeof ORDERS)[number];

/** What is put in order: sections in file order, each with its filament as a number from 0. */
export interface Orderable {
  /** Layer of each section; layers of a print rise. */
  readonly layers: readonly LayerNumber[];
  readonly filaments: readonly number[];
  /** Sections that are printed in their place: all before them come before, all behind them behind. */
  readonly fixed: ReadonlySet<number>;
  /** What a change from one filament to another purges, mm. */
  readonly purge: (from: number, to: number) => number;
}

/** An order of printing, as places in the list of sections, and what it takes. */
export interface Ordered {
  readonly order: readonly number[];
  /** Changes of filament; what is loaded first is none. */
  readonly swaps: number;
  readonly purgeMm: number;
  /** False when a better order may exist. */
  readonly exact: boolean;
}

/** What an order takes: changes of filament, and what they purge. */
export function costOf(
  order: readonly number[],
  { filaments, purge }: Pick<Orderable, 'filaments' | 'purge'>,
): { swaps: number; purgeMm: number } {
  let swaps = 0;
  let purgeMm = 0;
  for (let i = 1; i < order.length; i++) {
    const [from, to] = [filaments[order[i - 1]], filaments[order[i]]];
    if (from === to) continue;
    swaps++;
    purgeMm += purge(from, to);
  }
  return { swaps, purgeMm };
}

/** The order of the file itself. */
export function asSliced(print: Pick<Orderable, 'filaments' | 'purge'>): Ordered {
  const order = print.filaments.map((_, i) => i);
  return { order, ...costOf(order, print), exact: true };
}
