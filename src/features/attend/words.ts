import { startOfDay } from 'date-fns';
import { clockForm } from '@/browser/clockForm';
import { formatDuration } from '@/core/format';
import { clockTime, doubledHour } from '@/core/schedule/clock';

const DAY = 86_400_000;
const weekday = new Intl.DateTimeFormat('en', { weekday: 'short' });
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });

/**
 * A moment as the clock shows it, with the day when it is not today, and the date when that is a week away. Where
 * the clock is set back it says which of the two hours is meant.
 */
export function clockOf(at: number, now: number): string {
  const moment = new Date(at);
  const doubled = doubledHour(moment);
  const time = `${clockTime(moment, clockForm())}${doubled ? ` (${doubled} time)` : ''}`;
  // Days have 23 to 25 hours.
  const days = Math.abs(Math.round((+startOfDay(at) - +startOfDay(now)) / DAY));
  if (days === 0) return time;
  return `${days < 7 ? weekday.format(at) : date.format(at)} ${time}`;
}

/** `in 24 min`, `now`, `3 min ago`. */
export function inWords(at: number, now: number): string {
  const seconds = (at - now) / 1000;
  if (seconds > 59) return `in ${formatDuration(seconds)}`;
  if (seconds > 0) return `in ${Math.ceil(seconds)} s`;
  return seconds > -60 ? 'now' : `${formatDuration(-seconds)} ago`;
}

/** How much earlier or later, as a person says it. */
export function spreadWords(spread: number): string {
  return `± ${Math.max(1, Math.round(spread / 60))} min`;
}
