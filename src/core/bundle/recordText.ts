import { refuse, success, type Result } from '../findings';
import type { BundleLine } from './form';

/** Records are shallow; what goes deeper was made to break its reader. */
const DEEPEST = 40;
/** How 16-bit numbers of a picture are written: base64, the lower byte first. */
const NUMBERS = '$uint16';

/**
 * A record as JSON on one line, its fields in the order of the alphabet, so that equal records have equal
 * texts. Pictures are written as base64; other bytes are left out, as is what has no value.
 */
export function recordText(record: unknown): string {
  const text = JSON.stringify(plain(record)) as string | undefined;
  return text ?? 'null';
}

/** A record with what is known about it, as one line of a bundle; without the end of the line. */
export function lineText(line: BundleLine): string {
  const { id, changedAt, file, record } = line;
  const head = JSON.stringify({ id, changedAt, file });
  return `${head.slice(0, -1)},"record":${recordText(record)}}`;
}

function plain(value: unknown): unknown {
  if (value instanceof Uint16Array) return { [NUMBERS]: base64Of(value) };
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(plain);
  if (Object.getPrototypeOf(value) !== Object.prototype) return undefined;
  const fields = Object.entries(value)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, one]): [string, unknown] => [name, plain(one)]);
  return Object.fromEntries(fields);
}

/** Reads what `recordText` wrote, by whomever it was written. */
export function readRecord(text: string): Result<unknown> {
  let json: unknown;
  try {
    json = JSON.parse(text) as unknown;
  } catch {
    return refuse('bad-json', 'it is not JSON');
  }
  return revived(json, 0);
}

function revived(value: unknown, depth: number): Result<unknown> {
  if (typeof value !== 'object' || value === null) return success(value);
  if (depth > DEEPEST) return refuse('bad-json', 'it is nested too deeply');
  if (Array.isArray(value)) {
    const all: unknown[] = [];
    for (const one of value) {
      const read = revived(one, depth + 1);
      if (!read.ok) return read;
      all.push(read.value);
    }
    return success(all);
  }
  if (Object.hasOwn(value, NUMBERS)) return numbersIn(value);
  const fields: [string, unknown][] = [];
  for (const [name, one] of Object.entries(value)) {
    // A field of this name would change what the record is.
    if (name === '__proto__') return refuse('bad-json', 'it has an unknown field');
    const read = revived(one, depth + 1);
    if (!read.ok) return read;
    fields.push([name, read.value]);
  }
  return success(Object.fromEntries(fields));
}

function numbersIn(value: object): Result<Uint16Array> {
  const text = (value as Record<string, unknown>)[NUMBERS];
  if (Object.keys(value).length > 1 || typeof text !== 'string') {
    return refuse('bad-json', 'a picture in it is damaged');
  }
  try {
    const letters = atob(text);
    if (letters.length % 2 === 1) return refuse('bad-json', 'a picture in it is damaged');
    const numbers = new Uint16Array(letters.length / 2);
    for (let i = 0; i < numbers.length; i++) {
      numbers[i] = letters.charCodeAt(2 * i) | (letters.charCodeAt(2 * i + 1) << 8);
    }
    return success(numbers);
  } catch {
    return refuse('bad-json', 'a picture in it is damaged');
  }
}

function base64Of(numbers: Uint16Array): string {
  const pieces: string[] = [];
  for (const number of numbers) pieces.push(String.fromCharCode(number & 255, number >> 8));
  return btoa(pieces.join(''));
}
