/** Where a number comes from. Days are local, as `2026-12-03`. */
export type Origin =
  | { readonly source: 'set' }
  | {
      readonly source: 'measured';
      readonly day: string;
      /** How often it was measured, and how far off the mean may be, in the number's own unit. */
      readonly times: number;
      readonly spread: number;
    }
  | { readonly source: 'learned'; readonly runs: number }
  | { readonly source: 'usual' };

/** What counts before what: the person's word, then a test piece, then earlier prints, then what is usual. */
export const TRUST = [
  'set',
  'measured',
  'learned',
  'usual',
] as const satisfies readonly Origin['source'][];

/** A number with its origin. */
export interface Sourced<T = number> {
  readonly value: T;
  readonly origin: Origin;
}

/**
 * The one rule of trust: of all that is known about a number, the first in the order of `TRUST`. What is usual is
 * always known.
 */
export function mostTrusted<T>(usual: T, known: readonly (Sourced<T> | null)[]): Sourced<T> {
  for (const source of TRUST) {
    const found = known.find((one) => one?.origin.source === source);
    if (found) return found;
  }
  return { value: usual, origin: { source: 'usual' } };
}

export const SET: Origin = { source: 'set' };
export const USUAL: Origin = { source: 'usual' };

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** A day (`2026-12-03`) as `3 Dec`, with its year where that is another one than today's. */
export function dayWords(day: string, today: string): string {
  const [year, month, date] = day.split('-');
  const words = `${Number(date)} ${MONTHS[Number(month) - 1]}`;
  return today.startsWith(`${year}-`) ? words : `${words} ${year}`;
}

/** An origin for a person: *measured on 3 Dec*, *learned from 6 prints*, *set by you*, *usual value*. */
export function originWords(origin: Origin, today: string): string {
  switch (origin.source) {
    case 'set':
      return 'set by you';
    case 'measured': {
      const words = `measured on ${dayWords(origin.day, today)}`;
      return origin.times > 1 ? `${words}, mean of ${origin.times}` : words;
    }
    case 'learned':
      return `learned from ${origin.runs} ${origin.runs === 1 ? 'print' : 'prints'}`;
    case 'usual':
      return 'usual value';
  }
}
