import type { ModelSetup } from '@/core/model/setup';
import type { PrinterModel } from '@/core/motion/limits';
import { timesAlike } from '@/core/printer/model';
import { success, type Result } from '@/core/findings';
import { withTimes, type PrintTimes } from '@/core/read/times';
import { keepPrint, keepTimes, keptPrint, keptTimes } from '@/store/jobs/readings';
import type { PrintClient } from '@/workers/print/printClient';
import type { Job } from '@/store/records/records';
import type { FilePlace, OpenModel, OpenFile, ReadProgress } from '@/workers/print/protocol';

/** Reads a file, and keeps what was read for the next time. */
export async function readPrint(
  client: PrintClient,
  file: Blob,
  model: PrinterModel,
  onProgress: (progress: ReadProgress) => void,
  files?: readonly FilePlace[],
): Promise<Result<OpenFile>> {
  const opened = await client.open(file, model, onProgress, files);
  if (!opened.ok) return opened;
  const { kept } = opened.value;
  if (kept) await keepPrint({ kept, timedFor: model });
  return success({ ...opened.value, kept: null });
}

/** Opens the file of a job that is a model. */
export function openModel(
  client: PrintClient,
  file: Blob,
  { fileName }: Pick<Job, 'fileName'>,
  setup: ModelSetup,
  printer: PrinterModel,
  onProgress: (progress: ReadProgress) => void,
): Promise<Result<OpenModel>> {
  return client.openModel(file, fileName, setup, printer, onProgress);
}

/** Opens a file that was read before from what was kept of it; null when it has to be read. */
export async function openKnown(
  client: PrintClient,
  gcode: Blob,
  fingerprint: string,
  model: PrinterModel,
): Promise<OpenFile | null> {
  const found = await keptPrint(fingerprint, model);
  if (!found) return null;
  const opened = await client.openKept(gcode, model, found.kept);
  if (!opened || timesAlike(found.timedFor, model)) return opened;
  const times = await timesFor(client, fingerprint, model);
  return times && { ...opened, reading: withTimes(opened.reading, times) };
}

/** Times of the open print on a printer, worked out once for each. */
export async function timesFor(
  client: PrintClient,
  fingerprint: string,
  model: PrinterModel,
): Promise<PrintTimes | null> {
  const known = await keptTimes(fingerprint, model);
  if (known) return known;
  const times = await client.times(model);
  if (times) await keepTimes(fingerprint, model, times);
  return times;
}
