'use client';

import type { OutputState } from '@/base/job/outputState';
import { goOn } from '@/browser/goOn';
import { useRouter } from 'next/navigation';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { toast } from '@/store/toast';
import type { ActionContext, Desk, DeskDialogName } from '@/actions/action';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import type { OutputRequest } from '@/core/write/request/request';
import { writePlanFile } from '@/core/plan/file/planFile';
import { useOutputSettings } from '@/store/settings/settings';
import { saveJobToHandOn } from '@/base/keep/saveJob';
import { plansSettled } from '@/store/plans/openPlans';
import { restNow } from '@/store/plans/resting';
import { useViewStore } from '@/store/plans/viewStore';
import { ASK_LEFTOVERS } from '@/base/job/askLeftovers';
import { download } from '@/browser/download';
import { canAskForPlaces } from '@/browser/fileHandles';
import { plainFile, type NamedFile } from '@/base/files/namedFiles';
import { SLICED, useFilePicker, type FilePicker } from '@/browser/useFilePicker';
import { useMoving, type Moving } from '@/features/reslice/useMoving';
import { useWatchedFile, type FileWatch } from '@/features/reslice/useWatchedFile';
import type { PrintAnalysis } from '@/core/print/analysis';
import type { Job } from '@/store/records/records';
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
  /** Opens the job again, as it is stored now. */
  readonly reopen: () => void;
  /** Fields through which files are chosen; they are on the page as long as the desk is. */
  readonly fileFields: readonly FilePicker['field'][];
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
  const { job, reading } = ready;
  const [dialog, setDialog] = useState<DeskDialog>(() =>
    location.hash === ASK_LEFTOVERS ? 'leftovers' : null,
  );
  const { needs } = work;
  const output = useOutput(ready, plan, printer, work, request);
  const { write } = output;
  const moving = useMoving(ready, printer, reopen);
  const { openSlice } = moving;
  const planPicker = useFilePicker('.json', (file) => goOn(moving.openPlanFile(file)));
  const slicePicker = useFilePicker(SLICED, (file) => goOn(openSlice(file)));
  const [dropped, setDropped] = useState<NamedFile | null>(null);
  const hasSeveral = reading.sources.length > 1;
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
  const actions = useActionContext(ready, work.analysis, {
    latest: { plan, needs, write },
    takesSeveral: hasSeveral,
    show: setDialog,
    choosePlan: planPicker.choose,
    chooseSlice: slicePicker.choose,
    watchFile: watch.choose,
  });

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
    fileFields: [planPicker.field, slicePicker.field],
    output,
    isBusy: (dialog !== null && dialog !== 'tour') || moving.question !== null,
  };
}

interface ActionInputs {
  readonly latest: Pick<PlanWork, 'needs'> & {
    readonly plan: JobPlan;
    readonly write: OutputState['write'];
  };
  /** The job prints several files: the re-sliced one is one of them. */
  readonly takesSeveral: boolean;
  readonly show: (what: DeskDialogName) => void;
  /** Ask for a plan's file, and for a sliced file in place of the job's. */
  readonly choosePlan: () => void;
  readonly chooseSlice: () => void;
  readonly watchFile: () => Promise<void>;
}

/** What actions act on, and what they ask of the page. */
function useActionContext(
  { job, reading, analysis: whole }: ReadyJob,
  analysis: PrintAnalysis,
  { latest: now, takesSeveral, show, choosePlan, chooseSlice, watchFile }: ActionInputs,
): ActionContext {
  const router = useRouter();
  // Actions meet the plan as it is then; they are the same objects while it changes, so that what shows
  // only them is not redrawn.
  const latest = useRef({ ...now, watchFile });
  useLayoutEffect(() => {
    latest.current = { ...now, watchFile };
  });
  const stem = job.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  const desk = useMemo((): Desk => {
    const openNewSlice = (): void => (takesSeveral ? show('files') : chooseSlice());
    return {
      writeFile: () => {
        haveAllDrawn();
        router.push(`/jobs/${job.id}/output`);
        goOn(writeAndReserve(job, latest));
      },
      goTo: (station) => router.push(`/jobs/${job.id}${station === 'plan' ? '' : `/${station}`}`),
      savePlan: () => {
        haveAllDrawn();
        const steps = { layers: reading.layers, steps: whole.steps };
        const text = writePlanFile(latest.current.plan, steps);
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
      openPlanFile: choosePlan,
      openNewSlice,
      watchFile: () => {
        if (canAskForPlaces()) {
          goOn(latest.current.watchFile());
          return;
        }
        toast('This browser cannot watch a file. Open each re-sliced file here instead.');
        openNewSlice();
      },
      show,
    };
  }, [job, router, reading, whole, stem, takesSeveral, show, choosePlan, chooseSlice]);
  return useMemo(() => ({ reading, analysis, desk }), [reading, analysis, desk]);
}

/** What is written is the plan as it is now: a swap may have been moved that React has not drawn yet. */
function haveAllDrawn(): void {
  flushSync(restNow);
}

/** Writes the file, and promises the job its spools where the person wants that. */
async function writeAndReserve(
  job: Job,
  latest: { readonly current: Pick<ActionInputs['latest'], 'write' | 'needs'> },
): Promise<void> {
  // A file that goes to the printer is made from what is stored.
  await plansSettled();
  const isWritten = await latest.current.write();
  if (!isWritten || !useOutputSettings.getState().reserves) return;
  await reserveSpools(job, latest.current.needs);
}
