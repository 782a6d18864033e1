'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from '@/store/toast';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import type { PrintAnalysis } from '@/core/read/analysis';
import type { Reading } from '@/core/read/reading';
import { chosenVariant } from '@/core/plan/planBook';
import { readingKeyOf, timesAlike } from '@/core/printer/model';
import type { PrinterModel } from '@/core/motion/limits';
import { success, type Result } from '@/core/findings';
import { withTimes } from '@/core/read/times';
import type { Printer } from '@/core/printer/printer';
import { DatabaseReplacedError, DatabaseUnusableError } from '@/store/db';
import { jobs, loadJob, type FoundJob } from '@/store/jobs';
import { openPlans, type OpenPlans } from '@/store/openPlans';
import { usePlanStore } from '@/store/planStore';
import { printers, printerWithId, usePrinters } from '@/store/printers';
import type { Job } from '@/store/records';
import { shelf } from '@/store/shelf';
import { openView } from '@/store/viewStore';
import { PrintClient, WorkerClosedError } from '@/workers/printClient';
import type { OpenModel, OpenPrint, ReadProgress } from '@/workers/protocol';
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

/** Everything the job page needs once the print is read. */
export interface ReadyJob {
  readonly job: Job;
  readonly reading: Reading;
  readonly analysis: PrintAnalysis;
  /** The printer whose limits made the times. */
  readonly timedFor: PrinterModel;
  /** SHA-256 of the file. */
  readonly fingerprint: string;
  readonly client: PrintClient;
  /** The file itself, without swaps that Lamella wrote before. */
  readonly gcode: Blob;
  /** Where the job is a model that is not sliced yet: what it tells, and how it is set up. */
  readonly solid: Pick<OpenModel, 'facts' | 'setup'> | null;
}

const say = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/**
 * Loads a job, opens its file in a worker, and keeps its plans stored while it is open. What was
 * kept of the file comes first, as the Bench keeps it of a new one; it is read only without that.
 * @param version changes when the job was replaced and has to be opened anew.
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
    ): Promise<Result<OpenPrint | OpenModel>> => {
      const { fingerprint, files } = job;
      const tell = (progress: ReadProgress): void => show({ stage: 'loading', progress });
      if (job.model) return openModel(client, file, job, timedFor, tell);
      const known = await openKnown(client, file, fingerprint, timedFor);
      if (known) return success(known);
      return readPrint(client, file, timedFor, tell, files);
    };

    const read = async (found: FoundJob, file: Blob): Promise<void> => {
      const { job } = found;
      const [stored] = await Promise.all([printers.load(), shelf.load()]);
      const timedFor = printerWithId(stored, chosenVariant(found.plans.book).plan.printerId);
      const result = await openFile(job, file, timedFor);
      if (!active) return;
      if (!result.ok) return show({ stage: 'failed', message: result.refusal.message, job });
      const { reading, analysis, fingerprint, gcode } = result.value;
      plans = openPlans(found.plans, found.isRestored);
      tellOfPlans(found);
      openView(reading.layers.length);
      if (!job.picture) {
        const picture = pictureOf(reading.footprint, PICTURE_CELLS);
        await jobs.edit(job.id, (now) => ({ ...now, picture }));
      }
      const { value } = result;
      const solid = 'facts' in value ? { facts: value.facts, setup: value.setup } : null;
      const open = { job, reading, analysis, timedFor, fingerprint, client, gcode, solid };
      show({ stage: 'ready', open });
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

/** Works the times out anew when the plan's printer makes other ones: chosen, undone, or changed. */
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
    async (ready: ReadyJob, wanted: Printer): Promise<void> => {
      const result = await printFor(ready, wanted);
      // Another printer was chosen meanwhile, and its answer is on the way.
      if (asked.current !== wanted) return;
      asked.current = null;
      if (!result.ok) {
        toast.error(
          `The times for ${wanted.name} could not be worked out. ${result.refusal.message}`,
        );
        return;
      }
      const { reading, analysis } = result.value;
      setOpened((now) =>
        now.stage === 'ready'
          ? { ...now, open: { ...now.open, reading, analysis, timedFor: wanted } }
          : now,
      );
    },
    [setOpened],
  );
  useEffect(() => {
    if (!ready || usePlanStore.getState().plan === null) return;
    // What the worker is on its way to counts: going back in the middle has to be asked for, too.
    if (timesAlike(asked.current ?? ready.timedFor, printer)) return;
    asked.current = printer;
    readFor(ready, printer).catch((error: unknown) => {
      if (!(error instanceof WorkerClosedError)) toast.error(say(error));
    });
  }, [ready, printer, readFor]);
}

/** The open print for another printer: with other times, or read anew where more than times depends on it. */
async function printFor(
  { job, client, gcode, fingerprint, reading, analysis, timedFor, solid }: ReadyJob,
  wanted: Printer,
): Promise<Result<Pick<OpenPrint, 'reading' | 'analysis'>>> {
  // The rough times of a model are the same on every printer.
  if (solid) return success({ reading, analysis });
  if (readingKeyOf(timedFor) !== readingKeyOf(wanted)) {
    return readPrint(client, gcode, wanted, () => {}, job.files);
  }
  const times = await timesFor(client, fingerprint, wanted);
  return success({ reading: times ? withTimes(reading, times) : reading, analysis });
}
