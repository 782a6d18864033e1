'use client';

import { usePathname, useRouter } from 'next/navigation';
import { Tooltip } from 'radix-ui';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Button } from '@/components/Button';
import { Trouble } from '@/components/Trouble';
import type { Printer } from '@/core/printer/printer';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { SaveState } from '@/store/planSaver';
import { printerWithId, usePrinters } from '@/store/printersStore';
import { usePlanStore } from '@/store/planStore';
import { progressWords } from '@/components/readProgress';
import type { ReadProgress } from '@/workers/protocol';
import { DeskDialogs } from './DeskDialogs';
import { DropOnJob } from './DropOnJob';
import { JobContext } from './jobContext';
import { JobHeader } from './JobHeader';
import { useActionKeys } from './useActionKeys';
import { useDesk } from './useDesk';
import { usePlanWork } from './usePlanWork';
import { useOpenJob, type ReadyJob } from './useOpenJob';

interface JobFrameProps {
  readonly jobId: string;
  readonly children: ReactNode;
}

/** Opens a job once for all of its stations: loading, failed, or at work. */
export function JobFrame({ jobId, children }: JobFrameProps) {
  const [version, setVersion] = useState(0);
  const { opened, saveState, readFor } = useOpenJob(jobId, version);
  const plan = usePlanStore((state) => state.plan);
  const reopen = useCallback(() => setVersion((one) => one + 1), []);
  if (opened.stage === 'failed') return <Trouble message={opened.message} />;
  if (opened.stage === 'loading' || plan === null) {
    return <Loading progress={opened.stage === 'loading' ? opened.progress : null} />;
  }
  return (
    <AtWork ready={opened.open} plan={plan} saveState={saveState} reopen={reopen} readFor={readFor}>
      {children}
    </AtWork>
  );
}

interface AtWorkProps {
  readonly ready: ReadyJob;
  readonly plan: JobPlan;
  readonly saveState: SaveState;
  readonly reopen: () => void;
  readonly readFor: (printer: Printer) => void;
  readonly children: ReactNode;
}

function AtWork({ ready, plan, saveState, reopen, readFor, children }: AtWorkProps) {
  const onPlan = usePathname() === `/jobs/${ready.job.id}`;
  const printers = usePrinters((state) => state.printers);
  const printer = printerWithId(printers, plan.printerId);
  const work = usePlanWork(ready, plan, printer);
  const desk = useDesk(ready, plan, printer, work, reopen);
  const { actions, output } = desk;
  const value = useMemo(
    () => ({ ...ready, ...work, plan, actions, printer, output, readFor }),
    [ready, work, plan, actions, printer, output, readFor],
  );
  useActionKeys(actions, desk.isBusy ? 'none' : onPlan ? 'all' : 'anywhere');
  return (
    <JobContext.Provider value={value}>
      <Tooltip.Provider delayDuration={500}>
        <DropOnJob moving={desk.moving}>
          <JobHeader saveState={saveState} />
          {children}
        </DropOnJob>
      </Tooltip.Provider>
      <DeskDialogs desk={desk} />
    </JobContext.Provider>
  );
}

function Loading({ progress }: { progress: ReadProgress | null }) {
  const router = useRouter();
  const share = progress ? progress.bytes / Math.max(1, progress.totalBytes) : 0;
  return (
    <div className="m-auto w-80 max-w-full p-6" aria-busy="true">
      <p className="font-medium">Reading the print…</p>
      <progress
        aria-label="Reading the print"
        max={1}
        value={share}
        className="mt-2 h-1.5 w-full accent-accent"
      />
      <p className="mt-1 text-sm text-muted">{progressWords(progress)}</p>
      <Button className="mt-3" onClick={() => router.push('/')}>
        Cancel
      </Button>
    </div>
  );
}
