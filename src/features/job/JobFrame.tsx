'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useMemo, useState, type ReactNode } from 'react';
import type { ActionContext } from '@/actions/action';
import { Button } from '@/components/Button';
import { Trouble } from '@/components/Trouble';
import { formatBytes, plural } from '@/core/format';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { SaveState } from '@/store/planSaver';
import { usePlanStore } from '@/store/planStore';
import type { ReadProgress } from '@/workers/protocol';
import { JobContext } from './jobContext';
import { JobHeader } from './JobHeader';
import { KeysDialog } from './KeysDialog';
import { useActionKeys } from './useActionKeys';
import { useOpenJob, type ReadyJob } from './useOpenJob';
import { useWriteFile } from './useWriteFile';
import { WrittenDialog } from './WrittenDialog';

interface JobFrameProps {
  readonly jobId: string;
  readonly children: ReactNode;
}

/** Opens a job once for all of its stations: loading, failed, or at work. */
export function JobFrame({ jobId, children }: JobFrameProps) {
  const { opened, saveState } = useOpenJob(jobId);
  const plan = usePlanStore((state) => state.plan);
  if (opened.stage === 'failed') return <Trouble message={opened.message} />;
  if (opened.stage === 'loading' || plan === null) {
    return <Loading progress={opened.stage === 'loading' ? opened.progress : null} />;
  }
  return (
    <AtWork ready={opened.open} plan={plan} saveState={saveState}>
      {children}
    </AtWork>
  );
}

interface AtWorkProps {
  readonly ready: ReadyJob;
  readonly plan: JobPlan;
  readonly saveState: SaveState;
  readonly children: ReactNode;
}

function AtWork({ ready, plan, saveState, children }: AtWorkProps) {
  const onPlan = usePathname() === `/jobs/${ready.job.id}`;
  const [keysShown, setKeysShown] = useState(false);
  const { write, writing, written, dismiss } = useWriteFile(ready, plan);
  const actions = useMemo<ActionContext>(
    () => ({
      reading: ready.reading,
      steps: ready.steps,
      writeFile: () => void write(),
      showKeys: () => setKeysShown(true),
    }),
    [ready, write],
  );
  const value = useMemo(
    () => ({ ...ready, plan, actions, writing }),
    [ready, plan, actions, writing],
  );
  useActionKeys(actions, onPlan && !keysShown && written === null);
  return (
    <JobContext.Provider value={value}>
      <div className="flex flex-1 flex-col lg:h-dvh lg:flex-none">
        <JobHeader saveState={saveState} />
        {children}
      </div>
      <KeysDialog open={keysShown} onOpenChange={setKeysShown} />
      <WrittenDialog result={written} onClose={dismiss} />
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
      <p className="mt-1 text-sm text-muted">
        {progress
          ? `${formatBytes(progress.bytes)} of ${formatBytes(progress.totalBytes)}, ${plural(progress.layers, 'layer')}`
          : 'Opening the file'}
      </p>
      <Button className="mt-3" onClick={() => router.push('/')}>
        Cancel
      </Button>
    </div>
  );
}
