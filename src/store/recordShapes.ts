import { array, boolean, mixed, number, object, string } from 'yup';
import { refuse, success, type Result } from '@/core/findings';
import type { LevelBox } from '@/core/geometry/footprint';
import type { PrintPicture } from '@/core/geometry/picture';
import { UNIT_MM, type ModelUnit } from '@/core/model/modelFile';
import { SETUP_LIMITS } from '@/core/model/setupLimits';
import { parsePlanBook } from '@/core/plan/planBook';
import { parseStoredProfile } from '@/core/printer/printerFile';
import { readShape, type ShapeWords } from '@/core/shape';
import type { Deletion, Job, StoredPlans, StoredPrinter } from './records';

const id = () => string().min(1).max(80).required();
const count = () => number().integer().min(0).required();

const fileSchema = object({ name: string().required(), start: count(), end: count() }).required();

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
  fileName: string().required(),
  bytes: count(),
  fingerprint: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  // What is drawn of it grows with them: a file from elsewhere must not fill the memory.
  layers: count().max(1_000_000),
  height: number().required(),
  seconds: number().min(0).required(),
  addedAt: number().required(),
  isDemo: boolean().required(),
  files: array(fileSchema).min(2).optional().default(undefined),
  folder: string().matches(/\S/).max(60).optional().default(undefined),
  model: setupSchema.optional().default(undefined),
});

/** Reads a stored job. A picture or a deletion that cannot be read is left out: both can be made again. */
export function parseJob(stored: unknown): Result<Job> {
  const words: ShapeWords = { what: 'The stored job', code: 'bad-record', passOverUnknown: true };
  const read = readShape(jobSchema, stored, words);
  if (!read.ok) return read;
  const { picture, bounds, deleted } = stored as Readonly<Record<string, unknown>>;
  return success({
    ...read.value,
    picture: isPicture(picture) ? picture : null,
    ...(isBox(bounds) && { bounds }),
    deleted: deletionOf(deleted),
  });
}

function isPicture(value: unknown): value is PrintPicture {
  if (typeof value !== 'object' || value === null) return false;
  const { columns, rows, top, sections = [] } = value as Partial<PrintPicture>;
  const isWhole = top instanceof Uint16Array && top.length === Number(columns) * Number(rows);
  return isWhole && Array.isArray(sections);
}

function isBox(value: unknown): value is LevelBox {
  if (typeof value !== 'object' || value === null) return false;
  const { minX, minY, maxX, maxY } = value as Partial<LevelBox>;
  return [minX, minY, maxX, maxY].every(Number.isFinite);
}

function deletionOf(value: unknown): Deletion | null {
  if (typeof value !== 'object' || value === null) return null;
  const { at, held } = value as Partial<Deletion>;
  const isHeld = (one: Partial<Deletion['held'][number]> | null): boolean =>
    typeof one?.spoolId === 'string' && Number.isFinite(one.grams);
  return typeof at === 'number'
    ? { at, held: Array.isArray(held) ? held.filter(isHeld) : [] }
    : null;
}

const plansSchema = object({
  id: id(),
  revision: number().integer().min(0).required(),
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
  addedAt: number().required(),
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
