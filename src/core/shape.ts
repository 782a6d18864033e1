import {
  number,
  setLocale,
  string,
  ValidationError,
  type AnyObject,
  type ISchema,
  type Schema,
} from 'yup';
import { refuse, success, type RefusalCode, type Result } from './findings';

/**
 * Reads data that a person or another program wrote: checks its shape, and says what is wrong in
 * sentences. Nothing is turned into another type to make it fit.
 */
export interface ShapeWords {
  /** As the start of a sentence: `The plan`. */
  readonly what: string;
  readonly code: RefusalCode;
  /** Fields that are not known are passed over, as in what an older or a newer Lamella stored. */
  readonly passOverUnknown?: boolean;
}

/** Lists by the name of one thing in them, for sentences. */
const ONE_OF: Readonly<Record<string, string>> = {
  swaps: 'swap',
  warnings: 'warning',
  palette: 'filament',
  anchors: 'anchor',
  variants: 'plan',
  purges: 'purge',
  before: 'line before the swap',
  after: 'line after the swap',
  stopWords: 'stop word',
  macros: 'macro',
};

const TYPE_WORDS: Readonly<Record<string, string>> = {
  number: 'a number',
  string: 'a text',
  boolean: 'true or false',
  array: 'a list',
  object: 'a group of fields ({ … })',
};

/** `swaps[0].layer` as `"layer" of swap 1`. */
function placeOf(path: string | undefined): string {
  if (!path) return 'it';
  const parts = [...path.matchAll(/([^.[\]]+)|\[(\d+)\]/g)];
  const names: string[] = [];
  for (const [, name, index] of parts as Iterable<readonly (string | undefined)[]>) {
    if (index === undefined) names.push(`"${name}"`);
    else {
      const list = (names.pop() ?? '').replaceAll('"', '');
      names.push(`${ONE_OF[list] ?? `entry of "${list}"`} ${Number(index) + 1}`);
    }
  }
  return names.reverse().join(' of ');
}

function valueWords(value: unknown): string {
  if (value === null) return 'nothing (null)';
  if (value === undefined) return 'missing';
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object') return 'a group of fields';
  if (typeof value === 'string') return `the text "${value.slice(0, 40)}"`;
  return String(value);
}

interface Said {
  readonly path: string;
  readonly value?: unknown;
  /** What stood there before it was read as a number. */
  readonly originalValue?: unknown;
}

const at = ({ path }: Said): string => placeOf(path);

setLocale({
  mixed: {
    required: (said: Said) => `${at(said)} is missing`,
    defined: (said: Said) => `${at(said)} is missing`,
    notNull: (said: Said) => `${at(said)} has no value (null)`,
    notType: (said: Said & { type: string }) =>
      `${at(said)} should be ${TYPE_WORDS[said.type] ?? 'of another kind'}, and is ${valueWords(said.originalValue ?? said.value)}`,
    oneOf: (said: Said & { values: string }) =>
      `${at(said)} should be one of ${said.values.split(', ').join(' or ')}, and is ${valueWords(said.value)}`,
  },
  string: {
    min: (said: Said & { min: number }) =>
      `${at(said)} should have at least ${said.min} characters`,
    max: (said: Said & { max: number }) => `${at(said)} should have at most ${said.max} characters`,
    matches: (said: Said) => `${at(said)} does not have the right form: ${valueWords(said.value)}`,
  },
  number: {
    min: (said: Said & { min: number }) =>
      `${at(said)} should be at least ${said.min}, and is ${valueWords(said.value)}`,
    max: (said: Said & { max: number }) =>
      `${at(said)} should be at most ${said.max}, and is ${valueWords(said.value)}`,
    positive: (said: Said) => `${at(said)} should be more than 0, and is ${valueWords(said.value)}`,
    integer: (said: Said) =>
      `${at(said)} should be a whole number, and is ${valueWords(said.value)}`,
  },
  array: {
    min: (said: Said & { min: number }) => `${at(said)} should hold at least ${said.min}`,
    max: (said: Said & { max: number }) => `${at(said)} should hold at most ${said.max}`,
  },
});

/** The years that a stored time may lie in: what is outside of them is no time of a print. ms since 1970. */
const EARLIEST = Date.UTC(2000, 0, 1);
const LATEST = Date.UTC(2200, 0, 1);

/** A stored moment, ms since 1970: one that every calendar can show. */
export const moment = () => number().min(EARLIEST).max(LATEST);

/** Whether a moment lies in the years that a stored time may lie in. */
export function isMoment(at: number): boolean {
  return at >= EARLIEST && at <= LATEST;
}

/** The id of a record: it becomes part of addresses. */
export const recordId = () => string().matches(/^[\w-]{1,80}$/);

/** When a record came, ms since 1970: a device without the time begins there, and its records are as good. */
export const arrival = () => number().min(0).max(LATEST);

/** Reads data of a schema. What may be left out gets its default. */
export function readShape<T>(schema: Schema<T>, json: unknown, words: ShapeWords): Result<T> {
  const { what, code, passOverUnknown = false } = words;
  if (typeof json !== 'object' || json === null || Array.isArray(json)) {
    return refuse(code, `${what} should be ${TYPE_WORDS.object}, and is ${valueWords(json)}.`);
  }
  const odd = passOverUnknown ? null : unknownField(schema, json, '');
  if (odd !== null) return refuse(code, `${what} cannot be used: ${odd}.`);
  try {
    const options = { strict: true, abortEarly: true };
    schema.validateSync(json, options);
    return success(schema.cast(json, { stripUnknown: true }) as T);
  } catch (error) {
    // A list with a gap in it passes the schema, and cannot be made into what the schema says.
    if (error instanceof TypeError) {
      return refuse(code, `${what} cannot be used: something is missing in one of its lists.`);
    }
    if (!(error instanceof ValidationError)) throw error;
    return refuse(code, `${what} cannot be used: ${error.errors[0].replace(/\.$/, '')}.`);
  }
}

/** What a schema found wrong, as a sentence. */
export function sentenceOf({ errors: [first] }: ValidationError): string {
  return `${first[0].toUpperCase()}${first.slice(1).replace(/\.$/, '')}.`;
}

/** What a schema of objects or lists is made of. */
interface Inside {
  readonly fields?: Readonly<Record<string, ISchema<unknown>>>;
  readonly innerType?: ISchema<unknown>;
}

/** The first field that a schema does not know, in words; null when all are known. */
function unknownField(schema: unknown, json: unknown, path: string): string | null {
  const { fields, innerType } = schema as Inside;
  if (Array.isArray(json)) {
    if (!innerType) return null;
    return first(json, (one, i) => unknownField(innerType, one, `${path}[${i}]`));
  }
  if (!fields || typeof json !== 'object' || json === null) return null;
  return first(Object.keys(json), (name) => {
    const inner = path === '' ? name : `${path}.${name}`;
    if (Object.hasOwn(fields, name)) {
      return unknownField(fields[name], (json as AnyObject)[name], inner);
    }
    const nearest = nearestOf(name, Object.keys(fields));
    const hint = nearest === null ? '' : `; the nearest known is "${nearest}"`;
    return `${placeOf(inner)} is not known${hint}`;
  });
}

function first<T>(all: readonly T[], of: (one: T, i: number) => string | null): string | null {
  for (const [i, one] of all.entries()) {
    const found = of(one, i);
    if (found !== null) return found;
  }
  return null;
}

/** The known name that is written most like `name`; null when none is. */
function nearestOf(name: string, known: readonly string[]): string | null {
  const wanted = name.toLowerCase();
  const distances = known.map((one) => editDistance(wanted, one.toLowerCase()));
  const least = Math.min(...distances);
  return least <= Math.max(2, name.length / 2) ? known[distances.indexOf(least)] : null;
}

/** Letters to put in, take out or change to make one word of another (Wagner and Fischer, 1974). */
function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const change = row[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1);
      next.push(Math.min(change, row[j] + 1, next[j - 1] + 1));
    }
    row = next;
  }
  return row[b.length];
}
