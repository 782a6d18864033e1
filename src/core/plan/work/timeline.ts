import type { Print } from '../../print/print';
import type { Band } from './bands';
import { machineSeconds } from '../time';

/** A stretch of the print in time, seconds from the start. */
export interface Stretch {
  readonly kind: 'prepare' | 'band' | 'swap' | 'finish';
  readonly start: number;
  readonly end: number;
  /** The band printed, or the one that a swap leads to; null before and after the print. */
  readonly band: Band | null;
}

/** The print in time: preparing, bands and swaps in turns, and the end. */
export interface Timeline {
  readonly stretches: readonly Stretch[];
  readonly total: number;
  readonly handSeconds: number;
  /** The longest time in which nobody is needed. */
  readonly longestAlone: { readonly start: number; readonly end: number };
  /** Printing time by filament, in the order in which they first print. */
  readonly byFilament: readonly { readonly letter: string; readonly seconds: number }[];
}

/**
 * Lays a plan out in time; each swap takes the machine's part, its purge and what hands need, as if
 * someone stood by.
 * @param handsAt what hands need at each swap, by its place, s.
 * @param purges what each swap purges, from the bed up, mm.
 */
export function timelineOf(
  bands: readonly Band[],
  reading: Pick<Print, 'secondsBefore' | 'secondsAfter'>,
  handsAt: (swap: number) => number,
  purges: readonly { readonly mm: number }[],
): Timeline {
  const stretches: Stretch[] = [];
  let now = 0;
  const add = (kind: Stretch['kind'], seconds: number, band: Band | null): void => {
    stretches.push({ kind, start: now, end: now + seconds, band });
    now += seconds;
  };
  add('prepare', reading.secondsBefore, null);
  bands.forEach((band, i) => {
    if (i > 0) add('swap', machineSeconds(purges[i - 1]?.mm ?? 0) + handsAt(i - 1), band);
    add('band', band.seconds, band);
  });
  add('finish', reading.secondsAfter, null);
  const byFilament = new Map<string, number>();
  for (const { filament, seconds } of bands) {
    byFilament.set(filament.letter, (byFilament.get(filament.letter) ?? 0) + seconds);
  }
  return {
    stretches,
    total: now,
    handSeconds: bands.slice(1).reduce((sum, _, i) => sum + handsAt(i), 0),
    longestAlone: longestAlone(stretches, now),
    byFilament: [...byFilament].map(([letter, seconds]) => ({ letter, seconds })),
  };
}

function longestAlone(
  stretches: readonly Stretch[],
  total: number,
): { start: number; end: number } {
  let longest = { start: 0, end: 0 };
  let from = 0;
  const take = (end: number): void => {
    if (end - from > longest.end - longest.start) longest = { start: from, end };
  };
  for (const { kind, start, end } of stretches) {
    if (kind !== 'swap') continue;
    take(start);
    from = end;
  }
  take(total);
  return longest;
}
