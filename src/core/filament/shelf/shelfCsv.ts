import Papa from 'papaparse';
import { mixed, number, object, string, ValidationError, type InferType } from 'yup';
import { sentenceOf } from '../../shape';
import { FAMILIES, ordinarySpool, type Family, type Spool } from './spool';

/** Columns of a shelf as CSV, in their order. */
export const CSV_COLUMNS = [
  'name',
  'family',
  'colour',
  'gramsLeft',
  'emptySpoolGrams',
  'pricePerKg',
  'density',
  'diameter',
  'nozzleFrom',
  'nozzleTo',
  'bedFrom',
  'bedTo',
  'usualNozzle',
  'topFlow',
  'lightness',
  'stain',
  'hidingDepth',
  'openedOn',
  'driedOn',
  'note',
] as const;

/** A row of a CSV file that can be read. */
export interface GoodRow {
  readonly line: number;
  /** The spool that it makes on an empty shelf. */
  readonly spool: Spool;
  /** What the row itself says. */
  readonly fields: RowFields;
}

/** A row of a CSV file: a spool, or what is wrong with it. */
export type ShelfRow = GoodRow | { readonly line: number; readonly error: string };

const day = () => string().matches(/^\d{4}-\d\d-\d\d$/, 'a day looks like 2026-04-05');

const rowSchema = object({
  name: string().trim().max(60).required('the name is missing'),
  family: mixed<Family>().oneOf(FAMILIES),
  colour: string().matches(/^#[0-9a-f]{6}$/i, 'a colour looks like #7c9a4b'),
  gramsLeft: number().min(0).max(100_000),
  emptySpoolGrams: number().min(0).max(5000),
  pricePerKg: number().min(0).max(100_000),
  density: number().min(0.5).max(10),
  diameter: number().min(1).max(4),
  nozzleFrom: number().min(100).max(500),
  nozzleTo: number().min(100).max(500),
  bedFrom: number().min(0).max(200),
  bedTo: number().min(0).max(200),
  usualNozzle: number().min(100).max(500),
  topFlow: number().min(0.1).max(200),
  lightness: number().min(0).max(1),
  stain: number().min(0).max(3),
  hidingDepth: number().min(0).max(20),
  openedOn: day(),
  driedOn: day(),
  note: string().max(500),
});

type RowFields = InferType<typeof rowSchema>;

/** Cells that begin so would be worked out by a spreadsheet instead of shown. */
const FORMULA = /^[=+\-@\t\r]/;
/** The same with the mark that keeps a spreadsheet from it; further marks are the person's own. */
const MARKED = /^'+[=+\-@\t\r]/;

/** A text that no spreadsheet takes for a formula. */
function harmless(text: string): string {
  return FORMULA.test(text) || MARKED.test(text) ? `'${text}` : text;
}

/** A text as it was before it was made harmless. */
function unmarked(text: string): string {
  return MARKED.test(text) ? text.slice(1) : text;
}

/** Writes a shelf as CSV. Texts that look like formulas get a mark before them, which reading takes off. */
export function shelfCsv(spools: readonly Spool[]): string {
  const rows = spools.map(({ nozzle, bed, ...spool }) => ({
    ...spool,
    name: harmless(spool.name),
    note: harmless(spool.note),
    nozzleFrom: nozzle.from,
    nozzleTo: nozzle.to,
    bedFrom: bed.from,
    bedTo: bed.to,
  }));
  return `${Papa.unparse(rows, { columns: [...CSV_COLUMNS], newline: '\n' })}\n`;
}

/**
 * Reads a shelf from CSV, row by row, so that one bad row spoils no other. Only the name has to be
 * there; the rest is ordinary for the family. Commas or semicolons may separate.
 * @param idFor makes an id for a new spool.
 */
export function readShelfCsv(text: string, idFor: () => string): ShelfRow[] {
  const { data } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => columnOf(header),
  });
  return data.map((row, i): ShelfRow => {
    const line = i + 2;
    const given = Object.fromEntries(
      Object.entries(row).flatMap(([column, value]) => {
        const trimmed = typeof value === 'string' ? value.trim() : '';
        return trimmed === '' ? [] : [[column, unmarked(trimmed)]];
      }),
    );
    try {
      const fields = rowSchema.validateSync(given, { stripUnknown: true });
      const { name, family } = fields;
      const ordinary = ordinarySpool({ id: idFor(), name, ...(family && { family }) });
      return { line, spool: withFields(ordinary, fields), fields };
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return { line, error: sentenceOf(error) };
    }
  });
}

/** `Grams left` and `grams_left` mean `gramsLeft`. */
function columnOf(header: string): string {
  const plain = (text: string): string => text.toLowerCase().replace(/[^a-z]/g, '');
  return CSV_COLUMNS.find((column) => plain(column) === plain(header)) ?? header;
}

/** A spool with what a row says of it; what the row does not speak of stays. */
function withFields(base: Spool, fields: RowFields): Spool {
  const { nozzleFrom, nozzleTo, bedFrom, bedTo, ...rest } = fields;
  const named: Partial<Spool> = Object.fromEntries(
    Object.entries(rest as Readonly<Record<string, unknown>>).filter(
      ([, value]) => value !== undefined && value !== null,
    ),
  );
  return {
    ...base,
    ...named,
    nozzle: { from: nozzleFrom ?? base.nozzle.from, to: nozzleTo ?? base.nozzle.to },
    bed: { from: bedFrom ?? base.bed.from, to: bedTo ?? base.bed.to },
  };
}

/** What two spools of one name have in common, whatever its capitals. */
export function spoolKey({ name }: Pick<Spool, 'name'>): string {
  return name.trim().toLowerCase();
}

/** A shelf with rows added: of spools with a known name, what the row says is changed. */
export function mergeShelves(
  shelf: readonly Spool[],
  rows: readonly GoodRow[],
): {
  readonly spools: readonly Spool[];
  /** Those of them that are new or changed. */
  readonly touched: readonly Spool[];
  readonly changed: number;
} {
  const byName = new Map(shelf.map((spool) => [spoolKey(spool), spool]));
  const touched = new Map<string, Spool>();
  let changed = 0;
  for (const { spool, fields } of rows) {
    const known = byName.get(spoolKey(spool));
    if (known) changed++;
    const merged = known ? withFields(known, fields) : spool;
    byName.set(spoolKey(spool), merged);
    touched.set(spoolKey(spool), merged);
  }
  return { spools: [...byName.values()], touched: [...touched.values()], changed };
}

/** The text of a file, and how it was read: old programs write one byte a letter. */
export interface DecodedText {
  readonly text: string;
  readonly encoding: 'utf-8' | 'utf-16' | 'windows-1252';
}

/** Reads the bytes of a text file: by its mark, as UTF-8 when it is that, and else as Latin letters. */
export function decodeText(bytes: Uint8Array): DecodedText {
  const [first, second] = bytes;
  if ((first === 0xff && second === 0xfe) || (first === 0xfe && second === 0xff)) {
    const label = first === 0xff ? 'utf-16le' : 'utf-16be';
    return { text: new TextDecoder(label).decode(bytes), encoding: 'utf-16' };
  }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'windows-1252' };
  }
}
