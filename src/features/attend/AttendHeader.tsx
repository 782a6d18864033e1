'use client';

import { useSearchParams } from 'next/navigation';
import { Link } from '@/components/Link';
import { StationLinks } from '@/components/StationLinks';
import { useRuns } from '@/store/prints/runs';
import { runAtHand } from './runsOfJob';

interface AttendHeaderProps {
  readonly jobId: string;
  /** Whether the job lies on the Bench of this browser: a run that came from another device has none. */
  readonly isJob: boolean;
}

/** The job's name and the way to its other stations, for a job that is not open: a run needs no file. */
export function AttendHeader({ jobId, isJob }: AttendHeaderProps) {
  const { records } = useRuns();
  const wanted = useSearchParams().get('run');
  const name = runAtHand(records ?? [], jobId, wanted)?.runPlan.job ?? 'At the printer';
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
      <div className="min-w-0 lg:w-72">
        <h1 className="truncate text-lg leading-tight font-semibold" title={name}>
          {name}
        </h1>
        <p className="truncate text-sm text-muted">
          <Link
            href={isJob ? '/' : '/logbook'}
            className="underline decoration-line underline-offset-2 hover:text-ink"
          >
            {isJob ? 'Bench' : 'Logbook'}
          </Link>
          {' · At the printer'}
        </p>
      </div>
      {isJob && (
        <>
          <div className="max-md:hidden">
            <StationLinks jobId={jobId} />
          </div>
          <Link
            href={`/jobs/${jobId}`}
            className="ml-auto flex min-h-9 items-center rounded-md border border-edge px-3 text-sm font-medium md:hidden"
          >
            Plan
          </Link>
        </>
      )}
    </header>
  );
}
