import type { Rating } from '@/core/log/seams';
import type { RunResult } from '@/core/log/runLog';
import type { LogEntry } from '@/store/records/records';

/** How a print came out, in words. */
export const RESULT_WORDS: Readonly<Record<RunResult, string>> = {
  good: 'Good',
  usable: 'Usable',
  lost: 'Lost',
};

/** How a seam came out, in words. */
export const RATING_WORDS: Readonly<Record<Rating, string>> = {
  clean: 'Clean',
  tinted: 'Tinted',
  blob: 'Blob',
  gap: 'Gap',
  loose: 'Loose',
};

/** What became of a print, as far as somebody has told. */
export function outcomeOf({ phase, result }: Pick<LogEntry, 'phase' | 'result'>): string {
  if (result !== null) return RESULT_WORDS[result];
  switch (phase) {
    case 'failed':
      return 'Failed';
    case 'ended':
      return 'Stopped';
    case 'finished':
      return 'Not rated yet';
    default:
      return 'Prints';
  }
}

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** A day as the logbook writes it. By hand: thousands are searched at once, and `Intl` takes its time. */
export function dayOf(at: number): string {
  const date = new Date(at);
  return `${date.getDate()} ${MONTHS[date.getMonth()]} ${date.getFullYear()}`;
}
