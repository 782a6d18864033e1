/** Values that a field of a stored record may hold after a disk, another program or a person has been at it. */
const ODD: readonly unknown[] = [
  undefined,
  null,
  NaN,
  Infinity,
  -Infinity,
  1e300,
  -1e300,
  -1,
  0,
  0.5,
  1e6,
  2 ** 53,
  '',
  ' ',
  '2026-99-99',
  '\u0000\u202e',
  'x'.repeat(80),
  'x'.repeat(5000),
  '../..?a#b',
  '<b>&amp;',
  true,
  {},
  [],
  [null],
  new Uint16Array(0),
];

type Path = readonly string[];

/** A record with one odd value in it. */
export interface OddRecord {
  /** `book.variants.0.name = ""` */
  readonly what: string;
  readonly path: string;
  readonly record: unknown;
}

/** All records that differ from a whole one by a single odd value, wherever it stands; of lists, the first is tried. */
export function oddRecords(record: object): OddRecord[] {
  return pathsIn(record).flatMap((path) =>
    [...ODD, ...oddNumbersFor(valueAt(record, path))].map((value) => ({
      what: `${path.join('.')} = ${literal(value).slice(0, 40)}`,
      path: path.join('.'),
      record: withValue(record, path, value),
    })),
  );
}

/** Cells of a picture that are all empty, or all beyond what they count. */
function oddNumbersFor(value: unknown): unknown[] {
  if (!(value instanceof Uint16Array)) return [];
  return [new Uint16Array(value.length), new Uint16Array(value.length).fill(65535)];
}

function pathsIn(value: unknown, path: Path = []): Path[] {
  const here = path.length > 0 ? [path] : [];
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return here;
  const names = Array.isArray(value) ? Object.keys(value).slice(0, 1) : Object.keys(value);
  const inner = names.flatMap((name) =>
    pathsIn((value as Record<string, unknown>)[name], [...path, name]),
  );
  return [...here, ...inner];
}

function valueAt(value: unknown, path: Path): unknown {
  return path.reduce((one, name) => (one as Record<string, unknown>)[name], value);
}

function withValue(record: unknown, [name, ...rest]: Path, value: unknown): unknown {
  const put = rest.length === 0 ? value : withValue((record as never)[name], rest, value);
  if (Array.isArray(record)) return record.map((one, i) => (String(i) === name ? put : one));
  return { ...(record as object), [name]: put };
}

/** A value as JavaScript writes it: JSON has no infinity and no bytes. */
export function literal(value: unknown): string {
  if (value instanceof Uint16Array) return `new Uint16Array([${value.join(',')}])`;
  if (Array.isArray(value)) return `[${value.map(literal).join(',')}]`;
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value).map(
      ([name, one]) => `${JSON.stringify(name)}:${literal(one)}`,
    );
    return `{${fields.join(',')}}`;
  }
  if (typeof value === 'string') return JSON.stringify(value);
  return Object.is(value, -0) ? '-0' : String(value);
}
