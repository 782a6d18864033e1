'use client';

import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { useEffect, useState } from 'react';
import { runs, useRuns } from '@/store/prints/runs';
import { AtRun } from './AtRun';
import { keepRehearsal, rehearsalHere } from './rehearsal/rehearsalHere';
import { usePlanStore } from '@/store/plans/planStore';
import { runAtHand, runsOfJob } from './runsOfJob';

const LoadTrouble = dynamic(() =>
  import('@/components/trouble/LoadTrouble').then((one) => one.LoadTrouble),
);
const NothingWritten = dynamic(() => import('./NothingWritten').then((one) => one.NothingWritten));
const Rehearsal = dynamic(() => import('./rehearsal/Rehearsal').then((one) => one.Rehearsal));
const RunChoice = dynamic(() => import('./RunChoice').then((one) => one.RunChoice));

/** The station at the printer: when to start, what is next, and what hands do. */
export function AttendScreen({ jobId }: { jobId: string }) {
  const { records, trouble } = useRuns();
  const wanted = useSearchParams().get('run');
  // An open job says itself what comes before the file is written.
  const isOpen = usePlanStore(({ plan }) => plan !== null);
  const [practice, setPractice] = useState(() => rehearsalHere()?.run ?? null);
  const practise = (id: string | null): void => {
    keepRehearsal(id === null ? null : { run: id, jobId, printer: null, mistakes: [] });
    setPractice(id);
  };
  useEffect(() => {
    runs.load().catch(() => {
      // The collection says what is wrong.
    });
  }, []);
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={() => runs.load()} />;
  if (records === null) {
    return (
      <p className="m-auto p-6 text-muted" aria-busy="true">
        Loading the run…
      </p>
    );
  }
  const rehearsal = records.find(({ id, jobId: of }) => id === practice && of === jobId);
  const run = rehearsal ?? runAtHand(records, jobId, wanted);
  const all = runsOfJob(records, jobId);
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      {run && all.length > 1 && !run.isRehearsal && <RunChoice all={all} shown={run.id} />}
      {run?.isRehearsal ? (
        <Rehearsal key={run.id} run={run} onPractice={practise} />
      ) : run ? (
        <AtRun key={run.id} run={run} onPractice={practise} />
      ) : (
        !isOpen && <NothingWritten jobId={jobId} />
      )}
    </div>
  );
}
