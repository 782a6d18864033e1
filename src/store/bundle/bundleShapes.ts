import { number, object } from 'yup';
import type { BundleKind } from '@/core/bundle/form';
import { success, type Result } from '@/core/findings';
import type { Spool } from '@/core/filament/shelf/spool';
import { parseSpool } from '@/core/filament/shelf/spoolFile';
import { parseMeasurement, type Measurement } from '@/core/measured/measurement';
import { arrival, readShape, recordId, type ShapeWords } from '@/core/shape';
import { parseJob, parsePlans, parseStoredPrinter } from '../records/recordShapes';
import type { Job, Photo, Run, StoredPlans, StoredPrinter } from '../records/records';
import { parseRun } from '../records/runShape';

/** A photo without its bytes, which lie beside the records. */
type PhotoRecord = Omit<Photo, 'blob'>;

/** A record of a bundle that was read. */
export type Parsed =
  | { readonly kind: 'jobs'; readonly record: Job }
  | { readonly kind: 'plans'; readonly record: StoredPlans }
  | { readonly kind: 'printers'; readonly record: StoredPrinter }
  | { readonly kind: 'spools'; readonly record: Spool }
  | { readonly kind: 'measurements'; readonly record: Measurement }
  | { readonly kind: 'runs'; readonly record: Run }
  | { readonly kind: 'photos'; readonly record: PhotoRecord };

const photoSchema = object({
  id: recordId().required(),
  runId: recordId().required(),
  addedAt: arrival().required(),
  width: number().integer().min(1).max(20_000).required(),
  height: number().integer().min(1).max(20_000).required(),
});

const WORDS: ShapeWords = { what: 'The photo', code: 'bad-record', passOverUnknown: true };

const parseWith =
  <K extends BundleKind>(
    kind: K,
    parse: (found: unknown) => Result<Extract<Parsed, { kind: K }>['record']>,
  ) =>
  (found: unknown): Result<Parsed> => {
    const read = parse(found);
    return read.ok ? success({ kind, record: read.value } as unknown as Parsed) : read;
  };

/** Reads the records of each kind, by the rules by which they are read from the database. */
export const PARSE: Readonly<Record<BundleKind, (found: unknown) => Result<Parsed>>> = {
  jobs: parseWith('jobs', parseJob),
  plans: parseWith('plans', parsePlans),
  printers: parseWith('printers', parseStoredPrinter),
  spools: parseWith('spools', parseSpool),
  measurements: parseWith('measurements', parseMeasurement),
  runs: parseWith('runs', parseRun),
  photos: parseWith('photos', (found) => readShape(photoSchema, found, WORDS)),
};

/** What of a kind's records says nothing of what they hold: bytes, and how often a plan was written here. */
const ASIDE: Partial<Readonly<Record<BundleKind, string>>> = { photos: 'blob', plans: 'revision' };

/** A record as it is compared with one from elsewhere. */
export function plainOf(kind: BundleKind, stored: unknown): unknown {
  if (!(kind in ASIDE) || typeof stored !== 'object' || stored === null) return stored;
  return Object.fromEntries(Object.entries(stored).filter(([name]) => name !== ASIDE[kind]));
}
