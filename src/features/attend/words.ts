import { isSameDay } from 'date-fns';
import { clockForm } from '@/components/clockForm';
import { formatDuration } from '@/core/format';
import { clockTime } from '@/core/schedule/clock';

const weekday = new Intl.DateTimeFormat('en', { weekday: 'short' });

/** A moment as the clock shows it, with the day when it is not today. */
export function clockOf(at: number, now: number): string {
  const time = clockTime(new Date(at), clockForm());
  return isSameDay(at, now) ? time : `${weekday.format(at)} ${time}`;
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
