'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from '@/store/toast';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import { chosenVariant } from '@/core/plan/file/planBook';
import { readingKeyOf, timesAlike } from '@/core/printer/model';
import type { PrinterModel } from '@/core/motion/limits';
import { success, type Result } from '@/core/findings';
import { withTimes } from '@/core/read/times';
import type { Printer } from '@/core/printer/printer';
import { DatabaseReplacedError, DatabaseUnusableError } from '@/store/db/db';
import { jobs, loadJob, type FoundJob } from '@/store/jobs/jobs';
import { openPlans, type OpenPlans } from '@/store/plans/openPlans';
import { usePlanStore } from '@/store/plans/planStore';
import { printers, printerWithId, usePrinters } from '@/store/printers';
import type { Job, JobContent } from '@/store/records/records';
import { shelf } from '@/store/shelf';
import { openView } from '@/store/plans/viewStore';
import { PrintClient, WorkerClosedError } from '@/workers/print/printClient';
import type { FilePlace, OpenFile, OpenModel, ReadProgress } from '@/workers/print/protocol';
import { openKnown, openModel, readPrint, timesFor } from './openPrint';
import { tellOfPlans } from './tellOfPlans';

/** A job on its way to the screen, stage by stage. */
export type OpenJob =
  | { readonly stage: 'loading'; readonly progress: ReadProgress | null }
  /** `job` is null where there is none, or its record cannot be read. */
  | { readonly stage: 'failed'; readonly message: string; readonly job: Job | null }
  /** There is none of this id. */
  | { readonly stage: 'missing' }
  | { readonly stage: 'no-storage'; readonly message: string }
  /** The job and its plans are there, and its file is not. */
  | { readonly stage: 'no-file'; readonly job: Job }
  | { readonly stage: 'ready'; readonly open: ReadyJob };

interface ReadyPrint {
  readonly job: Job;
  /** The printer whose limits made the times. */
  readonly timedFor: PrinterModel;
  readonly client: PrintClient;
}

/** A job of one sliced file or several, once they are read. */
export type ReadyFile = ReadyPrint & Omit<OpenFile, 'blocks' | 'kept'>;

/** A job of a model that is not sliced yet, once it is read. */
export type ReadyModel = ReadyPrint & OpenModel;

/** Everything the job page needs once the print is read. */
export type ReadyJob = ReadyFile | ReadyModel;

const say = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/**
 * Loads a job, opens its file in a worker, and keeps its plans stored while it is open. What was
 * kept of the file comes first, as the Bench keeps it of a new one; it is read only without that.
 * @param version changes when the job was replaced and has to be reopened.
 */
export function useOpenJob(jobId: string, version: number): OpenJob {
  const [opened, setOpened] = useState<OpenJob>({ stage: 'loading', progress: null });

  useEffect(() => {
    const client = new PrintClient((message) => toast.error(message, { id: 'print-worker' }));
    let active = true;
    let plans: OpenPlans | null = null;
    const show = (stage: OpenJob): void => {
      if (active) setOpened(stage);
    };

    const openFile = async (
      job: Job,
      file: Blob,
      timedFor: Printer,
    ): Promise<Result<OpenFile | OpenModel>> => {
      const { fingerprint, content } = job;
      const tell = (progress: ReadProgress): void => show({ stage: 'loading', progress });
      if (content.kind === 'model') {
        return openModel(client, file, job, content.setup, timedFor, tell);
      }
      const known = await openKnown(client, file, fingerprint, timedFor);
      if (known) return success(known);
      return readPrint(client, file, timedFor, tell, placesOf(content));
    };

    const read = async (found: FoundJob, file: Blob): Promise<void> => {
      const { job } = found;
      const [stored] = await Promise.all([printers.load(), shelf.load()]);
      const timedFor = printerWithId(stored, chosenVariant(found.plans.book).plan.printerId);
      const result = await openFile(job, file, timedFor);
      if (!active) return;
      if (!result.ok) return show({ stage: 'failed', message: result.refusal.message, job });
      const { reading } = result.value;
      plans = openPlans(found.plans, found.isRestored);
      tellOfPlans(found);
      openView(reading.layers.length);
      if (!job.picture) {
        const picture = pictureOf(reading.footprint, PICTURE_CELLS);
        await jobs.edit(job.id, (now) => ({ ...now, picture }));
      }
      show({ stage: 'ready', open: { ...result.value, job, timedFor, client } });
    };

    const open = async (): Promise<void> => {
      const found = await loadJob(jobId);
      if (found === null) return show({ stage: 'missing' });
      if (!found.ok) {
        return show({ stage: 'failed', message: found.refusal.message, job: null });
      }
      const { job, file } = found.value;
      if (file === null) return show({ stage: 'no-file', job });
      return read(found.value, file);
    };
    open().catch((error: unknown) => {
      if (error instanceof WorkerClosedError) return;
      const message = say(error);
      const isStorage =
        error instanceof DatabaseUnusableError || error instanceof DatabaseReplacedError;
      show(isStorage ? { stage: 'no-storage', message } : { stage: 'failed', message, job: null });
    });

    return () => {
      active = false;
      plans?.close();
      client.close();
    };
  }, [jobId, version]);

  useTimesOfPrinter(opened, setOpened);
  return opened;
}

/** Works the times out again when the plan's printer makes other ones: chosen, undone, or changed. */
function useTimesOfPrinter(
  opened: OpenJob,
  setOpened: (edit: (now: OpenJob) => OpenJob) => void,
): void {
  const stored = usePrinters((state) => state.records);
  const printerId = usePlanStore(({ plan }) => plan?.printerId ?? null);
  const printer = printerWithId(stored, printerId);
  const ready = opened.stage === 'ready' ? opened.open : null;
  const asked = useRef<Printer | null>(null);
  const readFor = useCallback(
    async (ready: ReadyFile, wanted: Printer): Promise<void> => {
      const result = await printFor(ready, wanted);
      // Another printer was chosen meanwhile, and its answer is on the way.
      if (asked.current !== wanted) return;
      asked.current = null;
      if (!result.ok) {
        toast.error(
          `The times for ${wanted.name} could not be calculated. ${result.refusal.message}`,
        );
        return;
      }
      const print = result.value;
      setOpened((now) =>
        now.stage === 'ready' && now.open.kind === 'sliced'
          ? { ...now, open: { ...now.open, ...print, timedFor: wanted } }
          : now,
      );
    },
    [setOpened],
  );
  useEffect(() => {
    // The rough times of a model are the same on every printer.
    if (ready?.kind !== 'sliced' || usePlanStore.getState().plan === null) return;
    // What the worker is on its way to counts: going back in the middle has to be asked for, too.
    if (timesAlike(asked.current ?? ready.timedFor, printer)) return;
    asked.current = printer;
    readFor(ready, printer).catch((error: unknown) => {
      if (!(error instanceof WorkerClosedError)) toast.error(say(error));
    });
  }, [ready, printer, readFor]);
}

/** The open print for another printer: with other times, or read again where more than times depends on it. */
async function printFor(
  { job, client, file, fingerprint, reading, analysis, timedFor }: ReadyFile,
  wanted: Printer,
): Promise<Result<Pick<ReadyFile, 'reading' | 'analysis'>>> {
  if (readingKeyOf(timedFor) !== readingKeyOf(wanted)) {
    const read = await readPrint(client, file, wanted, () => {}, placesOf(job.content));
    return read.ok ? success({ reading: read.value.reading, analysis: read.value.analysis }) : read;
  }
  const times = await timesFor(client, fingerprint, wanted);
  return success({ reading: times ? withTimes(reading, times) : reading, analysis });
}

/** Where several files lie in the job's; undefined for one. */
function placesOf(content: JobContent): readonly FilePlace[] | undefined {
  return content.kind === 'files' ? content.files : undefined;
}
