'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { ActionContext, Desk } from '@/actions/action';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Spool } from '@/core/filament/spool';
import type { Printer } from '@/core/printer/printer';
import { writePlanFile } from '@/core/plan/planFile';
import { useViewStore } from '@/store/viewStore';
import { download } from './download';
import { pickFile } from './pickFile';
import { useMoving, type Moving } from './useMoving';
import type { ReadyJob } from './useOpenJob';
import { useOutput, type OutputState } from './useOutput';

/** What is open over the desk; null for nothing. */
export type DeskDialog = Parameters<Desk['show']>[0] | null;

/** The open job's page as actions and dialogs see it. */
export interface DeskState {
  readonly actions: ActionContext;
  readonly dialog: DeskDialog;
  readonly closeDialog: () => void;
  readonly moving: Moving;
  readonly output: OutputState;
  /** True while keys belong to something over the desk. */
  readonly isBusy: boolean;
}

/** Everything that actions ask of the page, and what is open over it. */
export function useDesk(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
  reopen: () => void,
): DeskState {
  const router = useRouter();
  const { job, reading, analysis } = ready;
  const [dialog, setDialog] = useState<DeskDialog>(null);
  const output = useOutput(ready, plan, printer, spools);
  const { write } = output;
  const moving = useMoving(ready, plan, printer, reopen);
  const { openPlanFile, openSlice } = moving;

  const actions = useMemo<ActionContext>(() => {
    const stem = job.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    const desk: Desk = {
      writeFile: () => {
        router.push(`/jobs/${job.id}/output`);
        void write();
      },
      goTo: (station) => router.push(`/jobs/${job.id}${station === 'plan' ? '' : `/${station}`}`),
      savePlan: () => {
        const text = writePlanFile(plan, { layers: reading.layers, steps: analysis.steps });
        download(new Blob([text], { type: 'application/json' }), `${stem}-plan.json`);
        toast('The plan is in your downloads.');
      },
      savePicture: async () => {
        const picture = await useViewStore.getState().takePicture?.();
        if (picture) download(picture, `${stem}.png`);
        else toast.warning('The sheet has nothing to save yet.');
      },
      openPlanFile: () => pickFile('.json', (file) => void openPlanFile(file)),
      openNewSlice: () => pickFile('.gcode,.gco,.g,.gz,.zip', (file) => void openSlice(file)),
      show: setDialog,
    };
    return { reading, analysis, desk };
  }, [job.id, job.name, router, reading, analysis, plan, write, openPlanFile, openSlice]);

  return {
    actions,
    dialog,
    closeDialog: useCallback(() => setDialog(null), []),
    moving,
    output,
    isBusy: (dialog !== null && dialog !== 'tour') || moving.question !== null,
  };
}
