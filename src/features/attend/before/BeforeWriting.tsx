'use client';

import { lightFormat } from 'date-fns';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { Cautions } from '@/components/Cautions';
import { useJob, type OpenedFile } from '@/base/job/jobContext';
import { OnceSliced } from '@/base/job/OnceSliced';
import { runPlanOf, startOfPlan } from '@/base/work/runPlanOf';
import { changePlan } from '@/store/plans/planStore';
import { useRuns } from '@/store/prints/runs';
import { runsOfJob } from '../runsOfJob';
import { useNow } from '../useNow';

const WhenToStart = dynamic(() => import('./WhenToStart').then((one) => one.WhenToStart));

/** What an open job says at the printer before its file is written: when it could start, and what is missing. */
export function BeforeWriting() {
  const opened = useJob();
  const { records } = useRuns();
  if (records === null || runsOfJob(records, opened.job.id).length > 0) return null;
  return (
    <OnceSliced does="At the printer needs">
      {opened.kind === 'sliced' && <Unwritten view={opened} />}
    </OnceSliced>
  );
}

function Unwritten({ view }: { view: OpenedFile }) {
  const { job, reading, plan, printer, output, actions, bands, purges, spools, reckoned } = view;
  const now = useNow();
  const runPlan = useMemo(() => {
    const work = { bands, purges, spools, reckoned };
    return runPlanOf({ ready: { job, reading }, plan, printer, work }, [output.fileName]);
  }, [job, reading, plan, printer, output.fileName, bands, purges, spools, reckoned]);
  const hasSwaps = runPlan.swaps.length > 0;
  return (
    <div
      className={
        hasSwaps
          ? 'mx-auto grid w-full max-w-6xl gap-5 overflow-y-auto p-4 lg:grid-cols-[22rem_1fr] lg:items-start'
          : 'm-auto w-full max-w-md p-4'
      }
    >
      <section
        aria-labelledby="unwritten-title"
        className="rounded-lg border border-line bg-panel p-4"
      >
        <h2 id="unwritten-title" className="text-lg font-semibold">
          No file written yet
        </h2>
        <p className="pt-1 pb-3 text-sm text-muted">
          {hasSwaps
            ? 'Find a good start now. Write the file before you print; then this page guides you through each swap.'
            : 'Choose the layers of the swaps first. Then this page shows when each swap comes and what to do.'}
        </p>
        {hasSwaps ? (
          <Button
            kind="primary"
            className="min-h-11 w-full"
            disabled={output.progress !== null}
            onClick={() => actions.desk.writeFile()}
          >
            {output.progress === null ? 'Write file' : 'Proving…'}
          </Button>
        ) : (
          <Link
            href={`/jobs/${job.id}`}
            className="flex min-h-11 items-center justify-center rounded-md bg-accent px-4 py-2 font-medium text-accent-ink"
          >
            Go to Plan
          </Link>
        )}
        {output.refusal !== null && (
          <p role="alert" className="mt-3 rounded-md bg-danger-soft px-3 py-2 text-sm">
            {output.refusal}
          </p>
        )}
      </section>
      {hasSwaps && (
        <div>
          <WhenToStart
            run={{ runPlan, startAt: startOfPlan(plan) }}
            now={now}
            canStand={false}
            onChoose={(at) =>
              changePlan('start of the print', (one) => ({
                ...one,
                startAt: lightFormat(at, "yyyy-MM-dd'T'HH:mm"),
              }))
            }
          />
          <Cautions />
        </div>
      )}
    </div>
  );
}
