/**
 * A change of a record is a change of its fields: what somebody else has changed of it meanwhile stays. Fields
 * inside of groups are fields of their own; a list is one field.
 */

type Fields = Readonly<Record<string, unknown>>;

/** Decides about a field that was changed on both sides. */
export type LastWord = (wanted: unknown, now: unknown) => unknown;

/** A person has just changed it, and sees what comes of it. */
export const WANTED: LastWord = (wanted) => wanted;
/** It was wanted some time ago, and somebody has changed it since. */
export const NOW: LastWord = (_wanted, now) => now;
/** The same, where lists were made of those that are there now: nothing is lost of either. */
export const NOW_AND_LISTS: LastWord = (wanted, now) => (Array.isArray(wanted) ? wanted : now);

/**
 * Puts what was changed between two states of a record onto the record as it is now.
 * @param from what the change was made of.
 * @param wanted what was made of it.
 */
export function withChanges<T>(from: T, wanted: T, now: T, lastWord: LastWord): T {
  return merged(from, wanted, now, lastWord) as T;
}

function merged(from: unknown, wanted: unknown, now: unknown, lastWord: LastWord): unknown {
  if (isAlike(wanted, from)) return now;
  if (isAlike(now, from)) return wanted;
  if (!isSameGroup(wanted, now) || !isSameGroup(from, now)) {
    return lastWord(wanted, now);
  }
  const names = new Set([...Object.keys(now as Fields), ...Object.keys(wanted as Fields)]);
  const fields = [...names].map((name): [string, unknown] => [
    name,
    merged((from as Fields)[name], (wanted as Fields)[name], (now as Fields)[name], lastWord),
  ]);
  return Object.fromEntries(fields.filter(([, value]) => value !== undefined));
}

/** Whether both are groups of fields, and of one kind where they say so: two kinds have other fields. */
function isSameGroup(a: unknown, b: unknown): boolean {
  return isGroup(a) && isGroup(b) && a.kind === b.kind;
}

function isGroup(value: unknown): value is Fields {
  return (
    typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype
  );
}

/** Whether two values of a record hold the same, whatever the order of their fields. */
export function isAlike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (a instanceof Blob || b instanceof Blob) return false;
  if (a instanceof Uint16Array && b instanceof Uint16Array) {
    return a.length === b.length && a.every((one, i) => one === b[i]);
  }
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  // A field without a value is none: what is stored as text has lost it.
  const names = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...names].every((name) => isAlike((a as Fields)[name], (b as Fields)[name]));
}
