'use client';

import type { OutputState } from '@/base/job/outputState';
import { goOn } from '@/browser/goOn';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { toast } from '@/store/toast';
import type { ActionContext, Desk, DeskDialogName } from '@/actions/action';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import type { OutputRequest } from '@/core/write/request/request';
import { writePlanFile } from '@/core/plan/file/planFile';
import { useOutputSettings } from '@/store/settings/settings';
import { saveJobToHandOn } from '@/base/keep/saveJob';
import { plansSettled } from '@/store/plans/openPlans';
import { useViewStore } from '@/store/plans/viewStore';
import { ASK_LEFTOVERS } from '@/base/job/askLeftovers';
import { download } from '@/browser/download';
import { canAskForPlaces } from '@/browser/fileHandles';
import { plainFile, type NamedFile } from '@/base/files/namedFiles';
import { pickFile, SLICED } from '@/browser/pickFile';
import { useMoving, type Moving } from '@/features/reslice/useMoving';
import { useWatchedFile, type FileWatch } from '@/features/reslice/useWatchedFile';
import type { ReadyJob } from '@/base/job/useOpenJob';
import type { PlanWork } from '@/base/work/usePlanWork';
import { reserveSpools } from '@/features/output/reserveSpools';
import { useOutput } from '@/features/output/useOutput';

/** What is open over the desk; null for nothing. */
type DeskDialog = DeskDialogName | null;

/** The open job's page as actions and dialogs see it. */
export interface DeskState {
  readonly actions: ActionContext;
  readonly dialog: DeskDialog;
  readonly closeDialog: () => void;
  readonly moving: Moving;
  /** Takes a sliced file in place of the job's, or asks what it is where the job prints several. */
  readonly takeSlice: (file: File) => Promise<void>;
  /** The watch over the file on the disk that it is sliced into. */
  readonly watch: FileWatch;
  /** A file that was dropped on a job of several, until the dialog of its files has it. */
  readonly dropped: NamedFile | null;
  readonly output: OutputState;
  /** Opens the job anew, as it is stored now. */
  readonly reopen: () => void;
  /** True while keys belong to something over the desk. */
  readonly isBusy: boolean;
}

/** Everything that actions ask of the page, and what is open over it. */
export function useDesk(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  work: PlanWork,
  request: OutputRequest | null,
  reopen: () => void,
): DeskState {
  const router = useRouter();
  const { job, reading, analysis } = ready;
  const [dialog, setDialog] = useState<DeskDialog>(() =>
    location.hash === ASK_LEFTOVERS ? 'leftovers' : null,
  );
  const { needs } = work;
  const output = useOutput(ready, plan, printer, work, request);
  const { write } = output;
  const moving = useMoving(ready, printer, reopen);
  const { openPlanFile, openSlice } = moving;
  const [dropped, setDropped] = useState<NamedFile | null>(null);
  const hasSeveral = reading.sources.length > 1;
  const watchChosen = useRef<() => Promise<void>>(async () => {});
  const takeSlice = useCallback(
    async (file: File): Promise<void> => {
      if (!hasSeveral) return openSlice(file);
      const read = await plainFile(file);
      if (!read.ok) {
        toast.error(read.refusal.message);
        return;
      }
      setDropped(read.value);
      setDialog('files');
    },
    [hasSeveral, openSlice],
  );

  const watch = useWatchedFile(job.id, moving.question !== null || dropped !== null, takeSlice);
  useEffect(() => {
    watchChosen.current = watch.choose;
  });

  // Actions meet the plan as it is then; they are the same objects while it changes, so that what shows
  // only them is not drawn anew.
  const latest = useRef({ plan, needs, write });
  useLayoutEffect(() => {
    latest.current = { plan, needs, write };
  }, [plan, needs, write]);
  const actions = useMemo<ActionContext>(() => {
    const stem = job.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    const writeAndReserve = async (): Promise<void> => {
      // A file that goes to the printer is made from what is stored.
      await plansSettled();
      const isWritten = await latest.current.write();
      if (!isWritten || !useOutputSettings.getState().reserves) return;
      await reserveSpools(job, latest.current.needs);
    };
    const desk: Desk = {
      writeFile: () => {
        router.push(`/jobs/${job.id}/output`);
        goOn(writeAndReserve());
      },
      goTo: (station) => router.push(`/jobs/${job.id}${station === 'plan' ? '' : `/${station}`}`),
      savePlan: () => {
        const text = writePlanFile(latest.current.plan, {
          layers: reading.layers,
          steps: analysis.steps,
        });
        download(new Blob([text], { type: 'application/json' }), `${stem}-plan.json`);
        toast('The plan is in your downloads.');
      },
      saveJob: async () => {
        // It is made from what is stored.
        await plansSettled();
        await saveJobToHandOn(job);
      },
      savePicture: async () => {
        const picture = await useViewStore.getState().takePicture?.();
        if (picture) download(picture, `${stem}.png`);
        else toast.warning('The sheet has nothing to save yet.');
      },
      openPlanFile: () => pickFile('.json', openPlanFile),
      openNewSlice: () => (hasSeveral ? setDialog('files') : pickFile(SLICED, openSlice)),
      watchFile: () => {
        if (canAskForPlaces()) {
          goOn(watchChosen.current());
          return;
        }
        toast('This browser cannot watch a file. Open each new slice here instead.');
        desk.openNewSlice();
      },
      show: setDialog,
    };
    return { reading, analysis: work.analysis, desk };
  }, [job, router, reading, analysis, work.analysis, hasSeveral, openPlanFile, openSlice]);

  return {
    actions,
    dialog,
    closeDialog: useCallback(() => {
      setDropped(null);
      setDialog(null);
    }, []),
    moving,
    takeSlice,
    watch,
    dropped,
    reopen,
    output,
    isBusy: (dialog !== null && dialog !== 'tour') || moving.question !== null,
  };
}
