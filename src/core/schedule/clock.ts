/** How clock times are written: 18:42 or 6:42 PM. */
export type ClockForm = '24' | '12';

/** How a language writes them; the browser's or machine's own when none is named. */
export function clockFormOf(language?: string): ClockForm {
  const { hour12 } = new Intl.DateTimeFormat(language, { hour: 'numeric' }).resolvedOptions();
  return hour12 ? '12' : '24';
}

/** A moment as the clock on the wall shows it. */
export function clockTime(at: Date, form: ClockForm): string {
  const hours = at.getHours();
  const minutes = String(at.getMinutes()).padStart(2, '0');
  if (form === '24') return `${String(hours).padStart(2, '0')}:${minutes}`;
  return `${hours % 12 || 12}:${minutes} ${hours < 12 ? 'AM' : 'PM'}`;
}

/** How far local time is ahead of UTC at a moment, minutes. */
export type ZoneOffset = (at: Date) => number;

const HERE: ZoneOffset = (at) => -at.getTimezoneOffset();
const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

/**
 * What the change of the clock makes of a local time: it is skipped, or shown twice; null for all others.
 * @param local as `2026-04-05T18:30`.
 */
export function clockChangeAt(
  local: string,
  offset: ZoneOffset = HERE,
): 'skipped' | 'twice' | null {
  const asUtc = Date.parse(`${local}Z`);
  if (Number.isNaN(asUtc)) return null;
  const offsets = new Set([-DAY, 0, DAY].map((shift) => offset(new Date(asUtc + shift))));
  // A moment counts when the clock shows the wanted time just then.
  const moments = [...offsets].filter(
    (minutes) => offset(new Date(asUtc - minutes * MINUTE)) === minutes,
  );
  if (moments.length === 1) return null;
  return moments.length === 0 ? 'skipped' : 'twice';
}

/** Which of two the hour of a moment is, where the clock shows it twice; null for all other hours. */
export function doubledHour(at: Date, offset: ZoneOffset = HERE): 'first' | 'second' | null {
  const here = offset(at);
  // The clock shows the same time once more when it is set back by as much as lies between the two moments.
  for (const minutes of [30, 60, 120]) {
    const shift = minutes * MINUTE;
    if (here - offset(new Date(at.getTime() + shift)) === minutes) return 'first';
    if (offset(new Date(at.getTime() - shift)) - here === minutes) return 'second';
  }
  return null;
}
