import { array, boolean, mixed, number, object, string } from 'yup';
import { success, type Result } from '@/core/findings';
import { EMPTY_LOG, runLog } from '@/core/log/runLog';
import { parseEvents } from '@/core/run/following/events';
import { isGrid } from '@/core/geometry/picture';
import type { RunPicture } from '@/core/run/runPicture';
import { parseRunPlan } from '@/core/run/runPlan';
import { moment, readShape, recordId, type ShapeWords } from '@/core/shape';
import type { Run } from './records';

const id = () => recordId().required();

const runSchema = object({
  id: id(),
  jobId: id(),
  writtenAt: moment().required(),
  runPlan: mixed().required(),
  plan: mixed().nullable().defined(),
  outputs: array(
    object({
      name: string().defined(),
      bytes: number().integer().min(0).max(1e13).required(),
      sha256: string().required(),
    }).required(),
  ).required(),
  isProven: boolean().required(),
  startAt: moment().nullable().defined(),
  isRehearsal: boolean().required(),
  events: array().required(),
  log: runLog.optional().default(undefined),
});

/** Reads a stored run. A picture that cannot be read is left out. */
export function parseRun(stored: unknown): Result<Run> {
  const words: ShapeWords = { what: 'The stored run', code: 'bad-record', passOverUnknown: true };
  const read = readShape(runSchema, stored, words);
  if (!read.ok) return read;
  const runPlan = parseRunPlan(read.value.runPlan);
  if (!runPlan.ok) return runPlan;
  const events = parseEvents(read.value.events);
  if (!events.ok) return events;
  const { picture } = stored as Readonly<Record<string, unknown>>;
  return success({
    ...read.value,
    runPlan: runPlan.value,
    events: events.value,
    log: read.value.log ?? EMPTY_LOG,
    picture: isRunPicture(picture) ? picture : null,
  });
}

function isRunPicture(value: unknown): value is RunPicture {
  if (typeof value !== 'object' || value === null) return false;
  const { columns, rows, top, letters } = value as Partial<RunPicture>;
  return (
    isGrid(columns, rows, top) &&
    Array.isArray(letters) &&
    letters.every((one) => typeof one === 'string')
  );
}
