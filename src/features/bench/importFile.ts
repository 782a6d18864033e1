import type { Refusal } from '@/core/findings';
import { GCODE_NAME } from '@/core/archive/unpack';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/planBook';
import { withSwapsOf } from '@/core/plan/takeOver';
import type { Job } from '@/store/db';
import { saveJob } from '@/store/jobs';
import { factsOf } from '@/store/jobFacts';
import { missingRoom, storageSentence } from '@/store/room';
import { PrintClient, WorkerClosedError } from '@/workers/printClient';
import type { ReadProgress } from '@/workers/protocol';

export type ImportOutcome =
  /** `swapsTaken` counts the swaps of Lamella's own that the file held, which are on the plan now. */
  | { readonly kind: 'added'; readonly job: Job; readonly swapsTaken: number }
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
  /** Filament that the plan begins with; the palette's first when left out. */
  readonly firstLetter?: string;
  readonly isDemo: boolean;
  /** Milliseconds since 1970 by which the Bench sorts; now when left out. */
  readonly addedAt?: number;
}

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
    try {
      const room = await missingRoom(file.size);
      if (room) return { kind: 'refused', refusal: { code: 'storage-short', message: room } };
      const opened = await client.open(file, ORDINARY_PRINTER, onProgress);
      if (!opened.ok) return { kind: 'refused', refusal: opened.refusal };
      // It may have been read to its end while the person reached for the button.
      if (cancelled) return { kind: 'cancelled' };
      const { fingerprint, gcode, blocks } = opened.value;
      const job: Job = {
        id: crypto.randomUUID(),
        name: details.name ?? nameFrom(fileName),
        addedAt: details.addedAt ?? Date.now(),
        isDemo: details.isDemo,
        ...factsOf(fileName, opened.value),
      };
      const plan = withSwapsOf(emptyPlan(fingerprint, details.firstLetter), blocks);
      const book = bookOf(plan);
      await saveJob({ job, file: gcode, book });
      return { kind: 'added', job, swapsTaken: plan.swaps.length };
    } catch (error) {
      if (error instanceof WorkerClosedError) return { kind: 'cancelled' };
      return { kind: 'refused', refusal: { code: 'trouble', message: storageSentence(error) } };
    } finally {
      client.close();
    }
  };
  const cancel = (): void => {
    cancelled = true;
    client.close();
  };
  return { outcome: run(), cancel };
}

/** `hide_plate-7.gcode.gz` → `Hide plate 7`. */
function nameFrom(fileName: string): string {
  const stem = fileName.replace(/\.(gz|zip)$/i, '').replace(GCODE_NAME, '');
  const words = stem.replace(/[_-]+/g, ' ').trim();
  return words === '' ? 'Unnamed print' : words[0].toUpperCase() + words.slice(1);
}
