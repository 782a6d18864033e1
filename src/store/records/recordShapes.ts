import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import { refuse, success, type Result } from '@/core/findings';
import type { LevelBox } from '@/core/geometry/footprint';
import {
  isGrid,
  isPacked,
  type PicturedSection,
  type PrintPicture,
  type SeenCells,
} from '@/core/geometry/picture';
import { packedCells } from '@/core/geometry/packedCells';
import { UNIT_MM, type ModelUnit } from '@/core/model/formats/modelFile';
import { SETUP_LIMITS } from '@/core/model/setupLimits';
import { parsePlanBook } from '@/core/plan/file/planBook';
import { parseStoredProfile } from '@/core/printer/printerFile';
import { arrival, readShape, recordId, type ShapeWords } from '@/core/shape';
import type { Deletion, Job, JobContent, StoredPlans, StoredPrinter } from './records';

const id = () => recordId().required();
/** Counts and bytes: more than any disk holds. */
const count = () => number().integer().min(0).max(1e13).required();

const fileSchema = object({
  name: string().max(400).required(),
  start: count(),
  end: count(),
}).required();

const { layer, scale } = SETUP_LIMITS;
const factor = () => number().min(scale.least).max(scale.most).required();
const thickness = () => number().min(layer.least).max(layer.most).required();

const setupSchema = object({
  unit: string()
    .oneOf(Object.keys(UNIT_MM) as ModelUnit[])
    .required(),
  isUnitSure: boolean().required(),
  turn: array(number().min(-1.000001).max(1.000001).required()).length(9).required(),
  scaleXY: factor(),
  scaleZ: factor(),
  firstLayer: thickness(),
  layerHeight: thickness(),
});

const jobSchema = object({
  id: id(),
  name: string().matches(/\S/).max(200).required(),
  fileName: string().max(2000).required(),
  bytes: count(),
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  // What is drawn of it grows with them: a file from elsewhere must not fill the memory.
  layers: count().max(1_000_000),
  /** mm: more than any printer prints. */
  height: number().min(-1e5).max(1e5).required(),
  /** s: years. */
  seconds: number().min(0).max(1e9).required(),
  addedAt: arrival().required(),
  isDemo: boolean().required(),
  folder: string().matches(/\S/).max(60).optional().default(undefined),
});

const CONTENT_SCHEMAS: Readonly<Record<JobContent['kind'], Schema<JobContent>>> = {
  file: object({ kind: string().oneOf(['file']).required() }),
  files: object({
    kind: string().oneOf(['files']).required(),
    files: array(fileSchema).min(2).max(1000).required(),
  }),
  model: object({
    kind: string().oneOf(['model']).required(),
    setup: setupSchema.required(),
  }),
};

/** What a job is made of, as it is stored now, or was before it had a kind. */
export function storedContent(stored: object): unknown {
  if ('content' in stored) return stored.content;
  const { files, model } = stored as { readonly files?: unknown; readonly model?: unknown };
  if (files !== undefined) return { kind: 'files', files };
  return model === undefined ? { kind: 'file' } : { kind: 'model', setup: model };
}

function readContent(stored: object, words: ShapeWords): Result<JobContent> {
  const content = storedContent(stored);
  const { kind } = (content ?? {}) as { readonly kind?: unknown };
  const schema = Object.entries(CONTENT_SCHEMAS).find(([known]) => known === kind)?.[1];
  return readShape(schema ?? CONTENT_SCHEMAS.file, content, words);
}

/** How a stored job's model is set up; null for none, and for what cannot be read as a model. */
export function storedSetup(stored: unknown): object | null {
  if (typeof stored !== 'object' || stored === null) return null;
  const { kind, setup } = (storedContent(stored) ?? {}) as Readonly<Record<string, unknown>>;
  return kind === 'model' && typeof setup === 'object' ? setup : null;
}

/** Reads a stored job. A picture or a deletion that cannot be read is left out: both can be made again. */
export function parseJob(stored: unknown): Result<Job> {
  const words: ShapeWords = { what: 'The stored job', code: 'bad-record', passOverUnknown: true };
  const read = readShape(jobSchema, stored, words);
  if (!read.ok) return read;
  const content = readContent(stored as object, words);
  if (!content.ok) return content;
  if (!liesInOrder(content.value, read.value.bytes)) {
    const why = 'its files do not follow one another';
    return refuse('bad-record', `The stored job cannot be used: ${why}.`);
  }
  const { picture, bounds, deleted } = stored as Readonly<Record<string, unknown>>;
  return success({
    ...read.value,
    content: content.value,
    picture: pictureIn(picture),
    ...(isBox(bounds) && { bounds }),
    deleted: deletionOf(deleted),
  });
}

function liesInOrder(content: JobContent, bytes: number): boolean {
  if (content.kind !== 'files') return true;
  const { files } = content;
  return files.every(({ start, end }, i) => start <= end && end <= (files[i + 1]?.start ?? bytes));
}

/** A stored picture as it is kept now; null where there is none, or one that cannot be drawn. */
export function pictureIn(stored: unknown): PrintPicture | null {
  if (typeof stored !== 'object' || stored === null) return null;
  const { columns, rows, sections, ...cells } = stored as Partial<PrintPicture & SeenCells>;
  // Each cell had a number of its own once.
  const packed = isGrid(columns, rows, cells.top) ? packedCells(cells.top) : cells.packed;
  const count = Array.isArray(sections) ? sections.length : 0;
  // Where there are sections, cells hold their numbers.
  if (!isPacked(columns, rows, packed, count > 0 ? count : undefined)) return null;
  const seen = { columns: Number(columns), rows: Number(rows), packed };
  if (sections === undefined) return seen;
  const all = sections as unknown;
  if (!Array.isArray(all) || !(all as readonly unknown[]).every(isSection)) return null;
  return { ...seen, sections };
}

function isSection(value: unknown): value is PicturedSection {
  if (typeof value !== 'object' || value === null) return false;
  const { part, layer } = value as Partial<PicturedSection>;
  return typeof part === 'string' && Number.isSafeInteger(layer);
}

/** Farther from its corner no bed reaches, mm. */
const FAR = 1e6;

function isBox(value: unknown): value is LevelBox {
  if (typeof value !== 'object' || value === null) return false;
  const { minX, minY, maxX, maxY } = value as Readonly<Record<keyof LevelBox, unknown>>;
  const isPlace = (one: unknown): one is number => typeof one === 'number' && Math.abs(one) <= FAR;
  return (
    isPlace(minX) && isPlace(maxX) && isPlace(minY) && isPlace(maxY) && minX <= maxX && minY <= maxY
  );
}

/** ms since 1970: every calendar ends here. */
const FOREVER = 8.64e15;

function deletionOf(value: unknown): Deletion | null {
  if (typeof value !== 'object' || value === null) return null;
  const { at, held } = value as Partial<Deletion>;
  const isHeld = (one: Partial<Deletion['held'][number]> | null): boolean =>
    typeof one?.spoolId === 'string' && Number.isFinite(one.grams) && Number(one.grams) >= 0;
  return typeof at === 'number' && at >= 0 && at < FOREVER
    ? { at, held: Array.isArray(held) ? held.filter(isHeld) : [] }
    : null;
}

const plansSchema = object({
  id: id(),
  revision: number().integer().min(0).max(1e12).required(),
  book: mixed().required(),
});

/** Reads a job's stored plans: what of the book can be read, and the rest as it was found. */
export function parsePlans(stored: unknown): Result<StoredPlans> {
  const words: ShapeWords = { what: 'The stored plans', code: 'bad-plan', passOverUnknown: true };
  const read = readShape(plansSchema, stored, words);
  if (!read.ok) return read;
  const book = parsePlanBook(read.value.book);
  if (!book.ok) return book;
  const { aside } = stored as { aside?: unknown };
  const { book: readable, aside: unreadable } = book.value;
  return success({
    id: read.value.id,
    revision: read.value.revision,
    book: readable,
    aside: [...(Array.isArray(aside) ? (aside as unknown[]) : []), ...unreadable],
  });
}

const printerSchema = object({
  id: id(),
  addedAt: arrival().required(),
  printer: mixed().required(),
});

/** Reads a stored printer; what an older profile lacks is taken from the ordinary printer. */
export function parseStoredPrinter(stored: unknown): Result<StoredPrinter> {
  const words: ShapeWords = {
    what: 'The stored printer',
    code: 'bad-record',
    passOverUnknown: true,
  };
  const read = readShape(printerSchema, stored, words);
  if (!read.ok) return read;
  const printer = parseStoredProfile(read.value.printer);
  if (!printer.ok) return refuse('bad-record', printer.refusal.message);
  return success({ id: read.value.id, addedAt: read.value.addedAt, printer: printer.value });
}
