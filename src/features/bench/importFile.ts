import type { Refusal } from '@/core/findings';
import { GCODE_NAME } from '@/core/gcode/unpack';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/db';
import { saveJob } from '@/store/jobs';
import { PrintClient, WorkerClosedError } from '@/workers/printClient';
import type { ReadProgress } from '@/workers/protocol';

export type ImportOutcome =
  | { readonly kind: 'added'; readonly job: Job }
  | { readonly kind: 'refused'; readonly refusal: Refusal }
  | { readonly kind: 'cancelled' };

/** An import under way; cancelling it leaves nothing behind. */
export interface Import {
  readonly outcome: Promise<ImportOutcome>;
  readonly cancel: () => void;
}

/** Reads a file in a worker of its own and puts it on the Bench as a job. */
export function importFile(
  file: Blob,
  fileName: string,
  details: { readonly name?: string; readonly isDemo: boolean },
  onProgress: (progress: ReadProgress) => void,
): Import {
  const client = new PrintClient();
  const run = async (): Promise<ImportOutcome> => {
    try {
      const opened = await client.open(file, ORDINARY_PRINTER, onProgress);
      if (!opened.ok) return { kind: 'refused', refusal: opened.refusal };
      const { reading, fingerprint, gcode } = opened.value;
      const job: Job = {
        id: crypto.randomUUID(),
        name: details.name ?? nameFrom(fileName),
        fileName,
        bytes: reading.bytes,
        fingerprint,
        layers: reading.layers.length,
        height: reading.layers.reduce((top, layer) => Math.max(top, layer.z), 0),
        seconds: reading.seconds.total,
        addedAt: Date.now(),
        isDemo: details.isDemo,
      };
      await saveJob({ job, file: gcode, plan: emptyPlan(fingerprint) });
      return { kind: 'added', job };
    } catch (error) {
      if (error instanceof WorkerClosedError) return { kind: 'cancelled' };
      return { kind: 'refused', refusal: { code: 'trouble', message: storageSentence(error) } };
    } finally {
      client.close();
    }
  };
  return { outcome: run(), cancel: () => client.close() };
}

function storageSentence(error: unknown): string {
  if (error instanceof DOMException && error.name === 'QuotaExceededError') {
    return 'The browser has no room left for this file. Delete a job you no longer need, or free disk space, and open it again.';
  }
  return error instanceof Error ? error.message : 'The file could not be opened.';
}

/** `hide_plate-7.gcode.gz` → `Hide plate 7`. */
function nameFrom(fileName: string): string {
  const stem = fileName.replace(/\.(gz|zip)$/i, '').replace(GCODE_NAME, '');
  const words = stem.replace(/[_-]+/g, ' ').trim();
  return words === '' ? 'Unnamed print' : words[0].toUpperCase() + words.slice(1);
}
