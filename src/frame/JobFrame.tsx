'use client';

import { Progress } from '@/components/controls/Progress';
import { usePathname, useRouter } from 'next/navigation';
import { Tooltip } from 'radix-ui';
import {
  Activity,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type ComponentType,
  type ReactNode,
} from 'react';
import { Button } from '@/components/Button';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { Trouble } from '@/components/trouble/Trouble';
import type { JobPlan } from '@/core/plan/jobPlan';
import { jobs, useJobs } from '@/store/jobs/jobs';
import { closePlans } from '@/store/plans/openPlans';
import { printerWithId, usePrinters } from '@/store/printers';
import { useRestingPlan } from '@/store/plans/resting';
import { progressWords } from '@/browser/readProgress';
import type { ReadProgress } from '@/workers/print/protocol';
import { AttendHeader } from '@/features/attend/AttendHeader';
import { BeforeWriting } from '@/features/attend/before/BeforeWriting';
import { clearSheet } from '@/features/plan/sheet/keptSheet';
import { StopStrip } from './StopStrip';
import { DeskDialogs } from './DeskDialogs';
import { DropOnJob } from '@/features/reslice/DropOnJob';
import { WatchStrip } from '@/features/reslice/WatchStrip';
import { DeletedJob, MissingFile, UnopenedJob } from './LostJob';
import { ModelStrip } from './ModelStrip';
import { JobContext, type OpenedJob } from '@/base/job/jobContext';
import { KeepStation } from '@/base/job/keptStation';
import { JobHeader } from './JobHeader';
import { PlanFindingsProvider } from '@/base/work/PlanFindings';
import { useActionKeys } from './useActionKeys';
import { useDesk } from './useDesk';
import { useFollowJob } from '@/base/job/useFollowJob';
import { useRequest } from '@/base/work/useRequest';
import { usePlanWork } from '@/base/work/usePlanWork';
import { useOpenJob, type ReadyJob } from '@/base/job/useOpenJob';

interface JobFrameProps {
  readonly jobId: string;
  /** The station; left out at the printer, which stands below and needs no open job. */
  readonly children?: ReactNode;
}

/** Opens a job once for all of its stations: loading, failed, or at work. */
export function JobFrame({ jobId, children }: JobFrameProps) {
  const [version, setVersion] = useState(0);
  const opened = useOpenJob(jobId, version);
  const deleted = useJobs(
    ({ records }) => records?.find(({ id }) => id === jobId)?.deleted ?? null,
  );
  useEffect(() => {
    jobs.load().catch(() => {
      // Opening the job says the same.
    });
  }, []);
  const plan = useRestingPlan((state) => state.plan);
  const reopen = useCallback(() => {
    // What is on the desk is over: nothing of it may be stored over what comes.
    closePlans();
    setVersion((one) => one + 1);
  }, []);
  useFollowJob(jobId, opened, reopen);
  if (!children && (deleted || opened.stage !== 'ready' || plan === null)) {
    return <AttendHeader jobId={jobId} isJob />;
  }
  if (deleted) return <DeletedJob jobId={jobId} onBack={reopen} />;
  if (opened.stage === 'no-file') return <MissingFile job={opened.job} onFile={reopen} />;
  if (opened.stage === 'missing') {
    const message = 'This job is not in this browser. It may have been deleted.';
    return <Trouble title="Job not found" message={message} onRetry={reopen} />;
  }
  if (opened.stage === 'no-storage') {
    return <LoadTrouble message={opened.message} onRetry={reopen} />;
  }
  if (opened.stage === 'failed') {
    const { job, message } = opened;
    if (job) return <UnopenedJob job={job} message={message} onRetry={reopen} />;
    return <Trouble message={message} onRetry={reopen} />;
  }
  if (opened.stage === 'loading' || plan === null) {
    return <Loading progress={opened.stage === 'loading' ? opened.progress : null} />;
  }
  return (
    <AtWork ready={opened.open} plan={plan} reopen={reopen}>
      {children}
    </AtWork>
  );
}

interface AtWorkProps {
  readonly ready: ReadyJob;
  readonly plan: JobPlan;
  readonly reopen: () => void;
  readonly children: ReactNode | undefined;
}

function AtWork({ ready, plan, reopen, children }: AtWorkProps) {
  const onPlan = usePathname() === `/jobs/${ready.job.id}`;
  const printers = usePrinters((state) => state.records);
  const printer = printerWithId(printers, plan.printerId);
  const work = usePlanWork(ready, plan, printer);
  const request = useRequest(ready, printer, work);
  const desk = useDesk(ready, plan, printer, work, request, reopen);
  const { actions, output } = desk;
  const { setUp } = desk.moving;
  const value = useMemo((): OpenedJob | null => {
    const opened = { ...work, plan, actions, printer, output, setUp };
    if (ready.kind === 'model') return { ...ready, ...opened };
    return request && { ...ready, ...opened, request };
  }, [ready, work, plan, actions, printer, output, setUp, request]);
  // Before a job that comes in its place draws.
  useLayoutEffect(() => clearSheet, [ready]);
  useActionKeys(actions, desk.isBusy ? 'none' : onPlan ? 'all' : 'anywhere');
  return (
    <JobContext.Provider value={value}>
      <PlanFindingsProvider
        ready={ready}
        plan={plan}
        printer={printer}
        work={work}
        request={request}
      >
        <Tooltip.Provider delayDuration={500}>
          <DropOnJob moving={desk.moving} onSlice={desk.takeSlice} isWhole={children !== undefined}>
            <JobHeader />
            <WatchStrip watch={desk.watch} />
            {!ready.job.isDemo && <StopStrip />}
            {ready.kind === 'model' && <ModelStrip onSliced={actions.desk.openNewSlice} />}
            <Kept isShown={onPlan}>{children ?? <BeforeWriting />}</Kept>
          </DropOnJob>
        </Tooltip.Provider>
        <DeskDialogs desk={desk} />
        {desk.fileFields.map((field, i) => (
          <input key={i} {...field} />
        ))}
      </PlanFindingsProvider>
    </JobContext.Provider>
  );
}

interface KeptProps {
  readonly isShown: boolean;
  readonly children: ReactNode;
}

/** The station that is shown, and the one that is kept: hidden, and listening to nothing. */
function Kept({ isShown, children }: KeptProps) {
  const [Station, setStation] = useState<ComponentType | null>(null);
  const keep = useCallback((station: ComponentType) => setStation(() => station), []);
  // What the frame draws for itself is nothing to the station.
  const station = useMemo(() => Station && <Station />, [Station]);
  const frame = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    // What is hidden lets go of the keyboard, as what is taken away does.
    const { activeElement } = document;
    if (isShown || !frame.current?.contains(activeElement)) return;
    (activeElement as HTMLElement).blur();
  }, [isShown]);
  return (
    <KeepStation.Provider value={keep}>
      <div ref={frame} className="contents">
        <Activity mode={isShown ? 'visible' : 'hidden'}>{station}</Activity>
      </div>
      {children}
    </KeepStation.Provider>
  );
}

function Loading({ progress }: { progress: ReadProgress | null }) {
  const router = useRouter();
  const share = progress ? progress.bytes / Math.max(1, progress.totalBytes) : 0;
  return (
    <div className="m-auto w-80 max-w-full p-6" aria-busy="true">
      <p className="font-medium">Reading the print…</p>
      <Progress label="Reading the print" value={share} className="mt-2" />
      <p className="mt-1 text-sm text-muted">{progressWords(progress)}</p>
      <Button className="mt-3" onClick={() => router.push('/')}>
        Cancel
      </Button>
    </div>
  );
}
