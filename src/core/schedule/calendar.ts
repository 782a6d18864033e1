import { createEvents, type DateTime, type EventAttributes } from 'ics';
import { refuse, success, type Result } from '../findings';

/** Something that a calendar is to hold. */
export interface CalendarEntry {
  /** The same for the same thing, so that a calendar does not hold it twice. */
  readonly id: string;
  readonly title: string;
  readonly text: string;
  readonly from: Date;
  readonly seconds: number;
  /** Minutes before it at which the calendar rings. */
  readonly alarms: readonly number[];
}

/** A calendar file (iCalendar, RFC 5545); times are in UTC, so that every clock shows its own, over a change of it too. */
export function calendarFile(entries: readonly CalendarEntry[]): Result<string> {
  const events = entries.map(({ id, title, text, from, seconds, alarms }): EventAttributes => ({
    uid: `${id}@lamella`,
    productId: 'lamella',
    title,
    description: text,
    start: utcParts(from),
    startInputType: 'utc',
    startOutputType: 'utc',
    duration: { minutes: Math.max(1, Math.round(seconds / 60)) },
    alarms: alarms.map((minutes) => ({
      action: 'display',
      description: title,
      trigger: { before: true, minutes },
    })),
  }));
  const { value, error } = createEvents(events);
  return !value || error
    ? refuse('trouble', `The calendar could not be written. ${error?.message ?? ''}`.trim())
    : success(value);
}

function utcParts(at: Date): DateTime {
  return [
    at.getUTCFullYear(),
    at.getUTCMonth() + 1,
    at.getUTCDate(),
    at.getUTCHours(),
    at.getUTCMinutes(),
  ];
}
