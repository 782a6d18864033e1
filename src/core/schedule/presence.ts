import { addDays, getISODay, isSameDay, startOfDay } from 'date-fns';

/** Hours of a day, local time as `23:00`; a stretch that ends before it begins runs past midnight. */
interface Hours {
  readonly from: string;
  readonly to: string;
}

/** A stretch in which the person is out, on some days of the week. */
export interface AwayWindow extends Hours {
  /** 1 Monday to 7 Sunday: the days on which it begins. */
  readonly days: readonly number[];
}

/** A stretch in which the person is out, on one date: `2026-04-05`, on which it begins. */
interface DatedWindow extends Hours {
  readonly date: string;
}

/** When nobody comes to the printer. */
export interface Presence {
  /** null for someone who never sleeps. */
  readonly night: Hours | null;
  readonly away: readonly AwayWindow[];
  /** Single dates. */
  readonly dates: readonly DatedWindow[];
}

export type Absence = 'night' | 'away';

/** A stretch of time without anyone. */
export interface AbsentSpan {
  readonly from: Date;
  readonly to: Date;
  readonly why: Absence;
}

/** An ordinary night, until a person says when they sleep and when they are out. */
export const ORDINARY_PRESENCE: Presence = {
  night: { from: '23:00', to: '07:00' },
  away: [],
  dates: [],
};

const EVERY_DAY = [1, 2, 3, 4, 5, 6, 7];

/** The stretches without anyone that touch a time, in the order in which they begin. */
export function absentSpans({ night, away, dates }: Presence, from: Date, to: Date): AbsentSpan[] {
  const spans: AbsentSpan[] = [];
  // One that began yesterday evening may still last.
  for (let day = addDays(startOfDay(from), -1); day < to; day = addDays(day, 1)) {
    const add = (hours: Hours, days: readonly number[], why: Absence): void => {
      if (!days.includes(getISODay(day))) return;
      const span = { ...spanOn(day, hours), why };
      if (span.to > from && span.from < to && span.to > span.from) spans.push(span);
    };
    if (night) add(night, EVERY_DAY, 'night');
    for (const one of away) add(one, one.days, 'away');
    for (const one of dates) {
      // Noon comes on every day, whatever the clock does in its nights.
      if (isSameDay(`${one.date}T12:00`, day)) add(one, EVERY_DAY, 'away');
    }
  }
  return spans.sort((a, b) => a.from.getTime() - b.from.getTime());
}

/** Why nobody is there at a moment; null when someone is. */
export function absenceAt(presence: Presence, at: Date): Absence | null {
  const soon = new Date(at.getTime() + 1);
  return absentSpans(presence, at, soon)[0]?.why ?? null;
}

function spanOn(day: Date, { from, to }: Hours): { from: Date; to: Date } {
  const [begins] = clockOn(day, from);
  const last = to <= from && to !== from ? addDays(day, 1) : day;
  return { from: begins, to: clockOn(last, to)[1] };
}

const HOUR = 3_600_000;

/**
 * When the clock shows a time on a day: the first and the last moment of it, which differ where the clock is set
 * back. Where it is set on over that time, it is the moment at which it jumps.
 */
function clockOn(day: Date, time: string): [first: Date, last: Date] {
  const [hours, minutes] = time.split(':').map(Number);
  const at = new Date(day);
  at.setHours(hours, minutes, 0, 0);
  const isShown = at.getHours() === hours && at.getMinutes() === minutes;
  if (!isShown) return [jumpBefore(at), jumpBefore(at)];
  const again = [at.getTime() - HOUR, at.getTime() + HOUR].filter((other) => {
    const one = new Date(other);
    return one.getHours() === hours && one.getMinutes() === minutes;
  });
  const all = [at.getTime(), ...again];
  return [new Date(Math.min(...all)), new Date(Math.max(...all))];
}

/** The moment at which the clock was set on, within the hours before another. */
function jumpBefore(at: Date): Date {
  const offset = at.getTimezoneOffset();
  let [low, high] = [at.getTime() - 3 * HOUR, at.getTime()];
  while (high - low > 1000) {
    const middle = (low + high) / 2;
    if (new Date(middle).getTimezoneOffset() === offset) high = middle;
    else low = middle;
  }
  return new Date(Math.round(high / 1000) * 1000);
}
