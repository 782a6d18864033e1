'use client';

import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import type { PrintAnalysis } from '@/core/geometry/analysis';
import type { Reading } from '@/core/gcode/reading';
import { emptyPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import { bookOf, chosenVariant } from '@/core/plan/planBook';
import type { Job } from '@/store/db';
import { loadJob, saveBook, updateJob } from '@/store/jobs';
import { loadPrinters, printerWithId } from '@/store/printersStore';
import { PlanSaver, type SaveState } from '@/store/planSaver';
import { closeBook, openBook, usePlanStore } from '@/store/planStore';
import { loadShelf } from '@/store/shelfStore';
import { openView } from '@/store/viewStore';
import { PrintClient, WorkerClosedError } from '@/workers/printClient';
import type { ReadProgress } from '@/workers/protocol';

/** A job on its way to the screen, stage by stage. */
export type OpenJob =
  | { readonly stage: 'loading'; readonly progress: ReadProgress | null }
  | { readonly stage: 'failed'; readonly message: string }
  | { readonly stage: 'ready'; readonly open: ReadyJob };

/** Everything the job page needs once the print is read. */
export interface ReadyJob {
  readonly job: Job;
  readonly reading: Reading;
  readonly analysis: PrintAnalysis;
  /** SHA-256 of the file as it was read just now. */
  readonly fingerprint: string;
  readonly client: PrintClient;
  /** The file itself, without swaps that Lamella wrote before. */
  readonly gcode: Blob;
}

/**
 * Loads a job, reads its file in a worker, and keeps its plans saved while it is open.
 * @param version changes when the job was replaced and has to be opened anew.
 */
export function useOpenJob(
  jobId: string,
  version: number,
): {
  opened: OpenJob;
  saveState: SaveState;
  /** Reads the file again for another printer, whose limits make other times. */
  readFor: (printer: Printer) => void;
} {
  const [opened, setOpened] = useState<OpenJob>({ stage: 'loading', progress: null });
  const [saveState, setSaveState] = useState<SaveState>('saved');

  useEffect(() => {
    const client = new PrintClient();
    let active = true;
    const saver = new PlanSaver((book) => saveBook(jobId, book), setSaveState);
    const stopSaving = usePlanStore.subscribe(({ book }, before) => {
      if (book && before.book && book !== before.book) saver.save(book);
    });
    const show = (stage: OpenJob): void => {
      if (active) setOpened(stage);
    };

    const open = async (): Promise<void> => {
      const stored = await loadJob(jobId);
      if (!stored) {
        return show({
          stage: 'failed',
          message: 'This job is not in this browser. It may have been deleted.',
        });
      }
      const { book } = stored;
      const [printers] = await Promise.all([loadPrinters(), loadShelf()]);
      const printerId = book.ok ? chosenVariant(book.value).plan.printerId : null;
      const printer = printerWithId(printers, printerId);
      const result = await client.open(stored.file, printer, (progress) =>
        show({ stage: 'loading', progress }),
      );
      if (!active) return;
      if (!result.ok) return show({ stage: 'failed', message: result.refusal.message });
      const { reading, analysis, fingerprint, gcode } = result.value;
      if (!book.ok) toast.warning(`${book.refusal.message} A new plan was begun.`);
      openBook(book.ok ? book.value : bookOf(emptyPlan(fingerprint)));
      openView(reading.layers.length);
      if (!stored.job.picture) {
        await updateJob({ ...stored.job, picture: pictureOf(reading.footprint, PICTURE_CELLS) });
      }
      const open = { job: stored.job, reading, analysis, fingerprint, client, gcode };
      show({ stage: 'ready', open });
    };
    open().catch((error: unknown) => {
      if (error instanceof WorkerClosedError) return;
      show({ stage: 'failed', message: error instanceof Error ? error.message : String(error) });
    });

    return () => {
      active = false;
      stopSaving();
      closeBook();
      client.close();
    };
  }, [jobId, version]);

  const readFor = useCallback(
    (printer: Printer) => {
      if (opened.stage !== 'ready') return;
      const { client, gcode } = opened.open;
      client
        .open(gcode, printer, () => {})
        .then((result) => {
          if (!result.ok) return;
          const { reading, analysis } = result.value;
          setOpened((now) =>
            now.stage === 'ready' ? { ...now, open: { ...now.open, reading, analysis } } : now,
          );
        })
        .catch((error: unknown) => {
          if (!(error instanceof WorkerClosedError)) console.warn(error);
        });
    },
    [opened],
  );

  return { opened, saveState, readFor };
}
