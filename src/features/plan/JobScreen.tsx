'use client';

import { Button } from '@/components/Button';
import { Trouble } from '@/components/Trouble';
import { formatBytes, plural } from '@/core/format';
import { usePlanStore } from '@/store/planStore';
import type { ReadProgress } from '@/workers/protocol';
import { useRouter } from 'next/navigation';
import { PlanDesk } from './PlanDesk';
import { useOpenJob } from './useOpenJob';

/** A job's page: loading, failed, or at work. */
export function JobScreen({ jobId }: { jobId: string }) {
  const { opened, saveState } = useOpenJob(jobId);
  const plan = usePlanStore((state) => state.plan);
  if (opened.stage === 'failed') return <Trouble message={opened.message} />;
  if (opened.stage === 'loading' || plan === null) {
    return <Loading progress={opened.stage === 'loading' ? opened.progress : null} />;
  }
  return <PlanDesk ready={opened.open} plan={plan} saveState={saveState} />;
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
