import { array, mixed, number, object, string } from 'yup';
import { success, type Result } from '../../findings';
import { readShape, recordId, type ShapeWords } from '../../shape';
import { FAMILIES, ordinarySpool, type Family, type Spool } from './spool';

const day = () =>
  string()
    .matches(/^\d{4}-\d\d-\d\d$/)
    .nullable()
    .optional();
const range = (most: number) =>
  object({
    from: number().min(0).max(most).required(),
    to: number().min(0).max(most).required(),
  })
    .optional()
    .default(undefined);

const schema = object({
  id: recordId().required(),
  name: string().matches(/\S/).max(60).required(),
  family: mixed<Family>().oneOf(FAMILIES).optional(),
  colour: string()
    .matches(/^#[0-9a-f]{6}$/i)
    .optional(),
  gramsLeft: number().min(0).max(100_000).nullable().optional(),
  emptySpoolGrams: number().min(0).max(5000).nullable().optional(),
  pricePerKg: number().min(0).max(100_000).nullable().optional(),
  density: number().min(0.5).max(10).optional(),
  diameter: number().min(1).max(4).optional(),
  nozzle: range(500),
  bed: range(200),
  usualNozzle: number().min(100).max(500).optional(),
  topFlow: number().min(0.1).max(200).nullable().optional(),
  lightness: number().min(0).max(1).nullable().optional(),
  stain: number().min(0).max(3).nullable().optional(),
  hidingDepth: number().min(0).max(20).optional(),
  openedOn: day(),
  driedOn: day(),
  note: string().max(500).optional(),
  reserved: array(
    object({
      jobId: string().max(80).required(),
      jobName: string().max(200).defined(),
      grams: number().min(0).max(1e6).required(),
    }).required(),
  ).optional(),
});

/** Reads a stored spool; what an older one lacks is ordinary for its family. */
export function parseSpool(stored: unknown): Result<Spool> {
  const words: ShapeWords = { what: 'The stored spool', code: 'bad-record', passOverUnknown: true };
  const read = readShape(schema, stored, words);
  if (!read.ok) return read;
  const { id, name, ...rest } = read.value;
  const fields: Readonly<Record<string, unknown>> = rest;
  const given = Object.entries(fields).filter(([, value]) => value !== undefined);
  return success(ordinarySpool({ id, name, ...(Object.fromEntries(given) as Partial<Spool>) }));
}
