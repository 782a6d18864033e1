import { useOwnPrinter } from '@/store/settings/settings';
import { refuse, success, type Refusal, type Result } from '@/core/findings';
import { allSwaps } from '@/core/plan/edits/partEdits';
import { GCODE_NAME } from '@/core/archive/gcodeName';
import { MODEL_NAME } from '@/core/model/formats/modelName';
import type { ModelSetup } from '@/core/model/setup';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan, type JobPlan } from '@/core/plan/jobPlan';
import { withFoundParts } from '@/core/plan/edits/partPlan';
import { bookOf } from '@/core/plan/file/planBook';
import { withSwapsOf } from '@/core/plan/edits/takeOver';
import type { Job } from '@/store/records/records';
import { giveFile, jobWithoutFile, newPlans, saveWholeJob } from '@/store/jobs/jobs';
import { factsOf } from '@/store/jobs/jobFacts';
import { askToKeep, missingRoom, storageSentence } from '@/store/jobs/room';
import { readPrint } from '@/base/job/openPrint';
import { mayHaveParts, partsPicture } from '@/base/work/foundParts';
import { PrintClient, WorkerClosedError } from '@/workers/print/printClient';
import type { ReadProgress } from '@/workers/print/protocol';
import { newId } from '@/workers/ids';

export type ImportOutcome =
  /** `swapsTaken` counts the swaps of Lamella's own that the file held, which are on the plan now. */
  | { readonly kind: 'added'; readonly job: Job; readonly swapsTaken: number }
  /** A job that had lost this file has it again. */
  | { readonly kind: 'given-back'; readonly job: Job }
  | { readonly kind: 'refused'; readonly refusal: Refusal }
  | { readonly kind: 'cancelled' };

/** An import under way; cancelling it leaves nothing behind. */
export interface Import {
  readonly outcome: Promise<ImportOutcome>;
  readonly cancel: () => void;
}

/** What is known of a file besides its bytes. */
export interface ImportDetails {
  /** The job's name; made from the file's name when left out. */
  readonly name?: string;
  /** Makes the plan that it begins with; an empty one when left out. */
  readonly planFor?: (fingerprint: string) => JobPlan;
  readonly isDemo: boolean;
  /** How a model is set up; guessed when left out. */
  readonly setup?: ModelSetup;
  /** Milliseconds since 1970 by which the Bench sorts; now when left out. */
  readonly addedAt?: number;
}

/** Begins an import that the Bench shows, and answers how it ended. */
export type StartImport = (
  file: Blob,
  fileName: string,
  details: ImportDetails,
) => Promise<ImportOutcome>;

/** Reads a file in a worker of its own and puts it on the Bench as a job. */
export function importFile(
  file: Blob,
  fileName: string,
  details: ImportDetails,
  onProgress: (progress: ReadProgress) => void,
): Import {
  const client = new PrintClient();
  let cancelled = false;
  const run = async (): Promise<ImportOutcome> => {
    const room = await missingRoom(file.size);
    if (room) return { kind: 'refused', refusal: { code: 'storage-short', message: room } };
    const opened = MODEL_NAME.test(fileName)
      ? await client.openModel(file, fileName, details.setup ?? null, ORDINARY_PRINTER, onProgress)
      : await readPrint(client, file, ORDINARY_PRINTER, onProgress);
    if (!opened.ok) return { kind: 'refused', refusal: opened.refusal };
    // It may have been read to its end while the person reached for the button.
    if (cancelled) return { kind: 'cancelled' };
    const { fingerprint, file: plain } = opened.value;
    const sliced = opened.value.kind === 'sliced' ? opened.value : null;
    const found = sliced && mayHaveParts(sliced.reading) ? await client.findParts() : null;
    const waiting = await jobWithoutFile(fingerprint);
    if (waiting && (await giveFile(waiting, plain))) return { kind: 'given-back', job: waiting };
    const job: Job = {
      id: newId(),
      name: details.name ?? nameFrom(fileName),
      addedAt: details.addedAt ?? Date.now(),
      isDemo: details.isDemo,
      deleted: null,
      ...factsOf(fileName, opened.value),
      ...(sliced && found && { picture: partsPicture(sliced.reading, found) }),
    };
    const planned = details.planFor?.(fingerprint) ?? emptyPlan(fingerprint);
    const { printerId } = useOwnPrinter.getState();
    const beginning = details.isDemo
      ? planned
      : { ...planned, printerId: planned.printerId ?? printerId };
    const blocks = sliced?.blocks ?? [];
    const swapped = withSwapsOf(beginning, blocks);
    const plan =
      sliced && found ? withFoundParts(swapped, sliced.reading, found.stretches) : swapped;
    const plans = newPlans(job.id, bookOf(plan));
    const demoFile = details.isDemo ? fileName : undefined;
    const saved = await saveWholeJob({ job, file: plain, plans }, demoFile);
    if (!saved.ok) return { kind: 'refused', refusal: saved.refusal };
    // What is their own should not be cleared when the disk runs full.
    if (!details.isDemo) await askToKeep();
    return { kind: 'added', job, swapsTaken: blocks.length === 0 ? 0 : allSwaps(plan).length };
  };
  const outcome = run()
    .catch((error: unknown): ImportOutcome => {
      if (error instanceof WorkerClosedError) return { kind: 'cancelled' };
      return { kind: 'refused', refusal: { code: 'trouble', message: storageSentence(error) } };
    })
    .finally(() => client.close());
  const cancel = (): void => {
    cancelled = true;
    client.close();
  };
  return { outcome, cancel };
}

/** The G-code of a file, or the model, that should be the very one of a job. */
export async function readFileOf(file: Blob, job: Job): Promise<Result<Blob>> {
  const client = new PrintClient();
  try {
    const { content, fileName } = job;
    const opened =
      content.kind === 'model'
        ? await client.openModel(file, fileName, content.setup, ORDINARY_PRINTER, () => {})
        : await client.open(file, ORDINARY_PRINTER, () => {});
    if (!opened.ok) return opened;
    if (opened.value.fingerprint === job.fingerprint) return success(opened.value.file);
    return refuse('another-file', `This is not the file that ${job.name} was made from.`);
  } catch (error) {
    return refuse('trouble', storageSentence(error));
  } finally {
    client.close();
  }
}

/** Longest name that a job is given; file names may be longer. */
const LONGEST_NAME = 120;

/** `hide_plate-7.gcode.gz` → `Hide plate 7`. */
function nameFrom(fileName: string): string {
  const stem = fileName
    .replace(/\.(gz|zip)$/i, '')
    .replace(GCODE_NAME, '')
    .replace(MODEL_NAME, '');
  const words = stem.replace(/[_-]+/g, ' ').trim().slice(0, LONGEST_NAME);
  return words === '' ? 'Unnamed print' : words[0].toUpperCase() + words.slice(1);
}
