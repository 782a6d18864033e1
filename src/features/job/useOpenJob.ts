'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { PICTURE_CELLS, pictureOf } from '@/core/geometry/picture';
import { findSteps, type Step } from '@/core/geometry/steps';
import type { Reading } from '@/core/gcode/reading';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/db';
import { loadJob, savePlan, updateJob } from '@/store/jobs';
import { PlanSaver, type SaveState } from '@/store/planSaver';
import { closePlan, openPlan, usePlanStore } from '@/store/planStore';
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
  readonly steps: readonly Step[];
  readonly client: PrintClient;
}

/** Loads a job, reads its file in a worker, and keeps its plan saved while it is open. */
export function useOpenJob(jobId: string): { opened: OpenJob; saveState: SaveState } {
  const [opened, setOpened] = useState<OpenJob>({ stage: 'loading', progress: null });
  const [saveState, setSaveState] = useState<SaveState>('saved');

  useEffect(() => {
    const client = new PrintClient();
    let active = true;
    const saver = new PlanSaver((plan) => savePlan(jobId, plan), setSaveState);
    const stopSaving = usePlanStore.subscribe(({ plan }, before) => {
      if (plan && before.plan && plan !== before.plan) saver.save(plan);
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
      const result = await client.open(stored.file, ORDINARY_PRINTER, (progress) =>
        show({ stage: 'loading', progress }),
      );
      if (!active) return;
      if (!result.ok) return show({ stage: 'failed', message: result.refusal.message });
      const { reading } = result.value;
      if (!stored.plan.ok) toast.warning(`${stored.plan.refusal.message} A new plan was begun.`);
      openPlan(stored.plan.ok ? stored.plan.value : emptyPlan(stored.job.fingerprint));
      openView(reading.layers.length);
      const steps = findSteps(reading.layers, reading.skirtMm2);
      if (!stored.job.picture) {
        await updateJob({ ...stored.job, picture: pictureOf(reading.footprint, PICTURE_CELLS) });
      }
      show({ stage: 'ready', open: { job: stored.job, reading, steps, client } });
    };
    open().catch((error: unknown) => {
      if (error instanceof WorkerClosedError) return;
      show({ stage: 'failed', message: error instanceof Error ? error.message : String(error) });
    });

    return () => {
      active = false;
      stopSaving();
      closePlan();
      client.close();
    };
  }, [jobId]);

  return { opened, saveState };
}
