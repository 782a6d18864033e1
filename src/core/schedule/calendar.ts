import { createEvents, type DateTime, type EventAttributes } from 'ics';
import { refuse, success, type Result } from '../findings';

/** Something that a calendar is to hold. */
export interface CalendarEntry {
  /** The same for the same thing, so that a calendar does not hold it twice. */
  readonly id: string;
  /** Rises when the same thing has moved, so that a calendar takes the newer one. */
  readonly revision: number;
  readonly title: string;
  readonly text: string;
  readonly from: Date;
  readonly seconds: number;
  /** Minutes before it at which the calendar rings. */
  readonly alarms: readonly number[];
}

/** A calendar file (iCalendar, RFC 5545); times are in UTC, so that every clock shows its own, over a change of it too. */
export function calendarFile(entries: readonly CalendarEntry[]): Result<string> {
  const events = entries.map((entry): EventAttributes => {
    const [title, text] = [entry.title, entry.text].map(printable);
    return {
      uid: `${entry.id}@lamella`,
      sequence: entry.revision,
      productId: '-//Lamella//Lamella//EN',
      title,
      description: text,
      start: utcParts(entry.from),
      startInputType: 'utc',
      startOutputType: 'utc',
      duration: { minutes: Math.max(1, Math.round(entry.seconds / 60)) },
      alarms: entry.alarms.map((minutes) => ({
        action: 'display',
        // The library writes the texts of alarms as they are.
        description: escaped(title),
        trigger: { before: true, minutes },
      })),
    };
  });
  const { value, error } = createEvents(events);
  return !value || error
    ? refuse('trouble', `The calendar could not be written. ${error?.message ?? ''}`.trim())
    : success(mended(value));
}

/** Without the characters that no text of a calendar may hold (RFC 5545, 3.1: control characters). */
function printable(text: string): string {
  return text.replace(/[\u0000-\u001f\u007f]+/g, ' ');
}

/** A text as it stands in a calendar (RFC 5545, 3.3.11). */
function escaped(text: string): string {
  return text.replace(/[\\;,]/g, '\\$&');
}

/**
 * What the library gets wrong, put right: an alarm at the very moment is a duration without a number there, and
 * lines are folded by characters where octets count.
 */
function mended(text: string): string {
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  return lines.map((line) => folded(line === 'TRIGGER:-PT' ? 'TRIGGER:PT0M' : line)).join('\r\n');
}

/** Longest line of a calendar without its end, octets of UTF-8 (RFC 5545, 3.1). */
const MOST_OCTETS = 75;

/** A line in pieces that are short enough; no character is cut in two. */
function folded(line: string): string {
  const bytes = new TextEncoder();
  let made = '';
  let octets = 0;
  for (const character of line) {
    const more = bytes.encode(character).length;
    if (octets + more > MOST_OCTETS) {
      made += '\r\n ';
      octets = 1;
    }
    made += character;
    octets += more;
  }
  return made;
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
