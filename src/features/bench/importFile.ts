import type { Refusal } from '@/core/findings';
import { formatBytes } from '@/core/format';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
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
        addedAt: details.addedAt ?? Date.now(),
        isDemo: details.isDemo,
        picture: pictureOf(reading.footprint, PICTURE_CELLS),
      };
      const plan = emptyPlan(fingerprint, details.firstLetter);
      await saveJob({ job, file: gcode, plan });
      return { kind: 'added', job };
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

function storageSentence(error: unknown): string {
  if (error instanceof DOMException && error.name === 'QuotaExceededError') {
    return 'The browser has no room left for this file. Delete a job you no longer need, or free disk space, and open it again.';
  }
  return error instanceof Error ? error.message : 'The file could not be opened.';
}

/** A sentence when the browser has too little room for a file; null when there is enough or it does not say. */
async function missingRoom(bytes: number): Promise<string | null> {
  const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
  if (quota === undefined || usage === undefined || usage + bytes * 1.1 < quota) return null;
  return `It needs ${formatBytes(bytes)}, and the browser has ${formatBytes(Math.max(0, quota - usage))} left for Lamella. Delete a job you no longer need, or free disk space, and open it again.`;
}

/** `hide_plate-7.gcode.gz` → `Hide plate 7`. */
function nameFrom(fileName: string): string {
  const stem = fileName.replace(/\.(gz|zip)$/i, '').replace(GCODE_NAME, '');
  const words = stem.replace(/[_-]+/g, ' ').trim();
  return words === '' ? 'Unnamed print' : words[0].toUpperCase() + words.slice(1);
}
