/** An entry as a strict reader of calendars takes it: its properties by name, and its alarms. */
export interface StrictEvent {
  readonly properties: ReadonlyMap<string, string>;
  readonly alarms: readonly ReadonlyMap<string, string>[];
}

const NAME = /^[A-Z-]+$/;
/** A property with parameters none of which Lamella writes: `NAME:value`. */
const LINE = /^([A-Z-]+):(.*)$/s;
const FORMS: Readonly<Record<string, RegExp>> = {
  DTSTAMP: /^\d{8}T\d{6}Z$/,
  DTSTART: /^\d{8}T\d{6}Z$/,
  DURATION: /^PT?(\d+[WDHMS])+$/,
  TRIGGER: /^-?P(T?\d+[WDHMS])+$/,
  SEQUENCE: /^\d+$/,
  SUMMARY: /^([^\\;,\n]|\\[\\;,nN])*$/,
  DESCRIPTION: /^([^\\;,\n]|\\[\\;,nN])*$/,
};

/**
 * Reads a calendar by RFC 5545 to the letter, and throws at what it does not allow: ends of lines, 75 octets of UTF-8
 * in each, characters that are not cut, escaped texts, durations with a number, what has to be there, ids once.
 */
export function strictCalendar(text: string): StrictEvent[] {
  const raw = text.split('\r\n');
  if (raw.pop() !== '') throw new Error('The last line has no end.');
  for (const line of raw) {
    if (/[\n\r]/.test(line)) throw new Error(`A bare end of line in ${JSON.stringify(line)}`);
    const bytes = new TextEncoder().encode(line);
    if (bytes.length > 75) throw new Error(`${bytes.length} octets: ${line}`);
    // Half a character becomes another one when it is written by itself.
    if (new TextDecoder('utf-8', { fatal: true }).decode(bytes) !== line) throw new Error(line);
    if (/[\u0000-\u0008\u000b-\u001f\u007f]/.test(line)) throw new Error('A control character.');
  }
  const lines = raw
    .join('\r\n')
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n');
  const events: { properties: Map<string, string>; alarms: Map<string, string>[] }[] = [];
  const open: string[] = [];
  for (const line of lines) {
    const parts = LINE.exec(line);
    if (!parts || !NAME.test(parts[1])) throw new Error(`No property: ${line}`);
    const [, name, value] = parts;
    if (name === 'BEGIN') {
      open.push(value);
      if (value === 'VEVENT') events.push({ properties: new Map(), alarms: [] });
      if (value === 'VALARM') events.at(-1)!.alarms.push(new Map());
    } else if (name === 'END') {
      if (open.pop() !== value) throw new Error(`END:${value} does not match.`);
    } else {
      const form = FORMS[name];
      if (form && !form.test(value)) throw new Error(`${name} is ${value}`);
      const event = events.at(-1);
      const into = open.at(-1) === 'VALARM' ? event?.alarms.at(-1) : event?.properties;
      if (into?.has(name)) throw new Error(`${name} stands twice.`);
      if (open.length > 1) into?.set(name, value);
    }
  }
  if (open.length > 0) throw new Error(`${open.join(', ')} is not ended.`);
  const ids = events.map(({ properties }) => properties.get('UID'));
  if (new Set(ids).size !== ids.length) throw new Error('An id stands twice.');
  for (const { properties, alarms } of events) {
    for (const name of ['UID', 'DTSTAMP', 'DTSTART', 'SUMMARY']) {
      if (!properties.has(name)) throw new Error(`${name} is missing.`);
    }
    for (const alarm of alarms) {
      if (!alarm.has('TRIGGER') || !alarm.has('DESCRIPTION')) throw new Error('A lame alarm.');
    }
  }
  return events;
}

/** The text that a property stands for. */
export function plainText(value: string | undefined): string {
  return (value ?? '').replace(/\\([\\;,nN])/g, (_, one: string) => (/n/i.test(one) ? '\n' : one));
}
