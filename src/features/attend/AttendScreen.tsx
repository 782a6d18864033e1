'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { follow } from '@/core/run/follow';
import type { Run } from '@/store/records';
import { isUnbegun, runs, useRuns } from '@/store/runs';
import { AttendHeader } from './AttendHeader';
import { BeforeRun } from './BeforeRun';
import { keepRehearsal, rehearsalHere } from './rehearsalHere';
import { useNow } from './useNow';

const fetchLive = () => import('./LiveRun');
const fetchAfter = () => import('./AfterRun');
const LiveRun = dynamic(() => fetchLive().then((one) => one.LiveRun));
const AfterRun = dynamic(() => fetchAfter().then((one) => one.AfterRun));

/** Fetches what a run needs later, for a page that may lose its server. */
export async function fetchWholeRun(): Promise<void> {
  await Promise.all([fetchLive(), fetchAfter()]);
}

const LoadTrouble = dynamic(() =>
  import('@/components/LoadTrouble').then((one) => one.LoadTrouble),
);
const NothingWritten = dynamic(() => import('./NothingWritten').then((one) => one.NothingWritten));
const Rehearsal = dynamic(() => import('./Rehearsal').then((one) => one.Rehearsal));

/** The station at the printer: when to start, what is next, and what hands do. */
export function AttendScreen({ jobId }: { jobId: string }) {
  const { records, trouble } = useRuns();
  const [practice, setPractice] = useState(() => rehearsalHere()?.run ?? null);
  const practise = (id: string | null): void => {
    keepRehearsal(id === null ? null : { run: id, printer: null, mistakes: [] });
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
        Looking for what was written…
      </p>
    );
  }
  const ofJob = records.filter((run) => run.jobId === jobId);
  const real = ofJob.filter(({ isRehearsal }) => !isRehearsal);
  // A print that runs stays in front of what is written meanwhile.
  const run = ofJob.find(({ id }) => id === practice) ?? real.find(isOn) ?? real[0];
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <AttendHeader jobId={jobId} name={run?.runPlan.job ?? 'At the printer'} />
      {run?.isRehearsal ? (
        <Rehearsal key={run.id} run={run} onPractice={practise} />
      ) : run ? (
        <AtRun key={run.id} run={run} onPractice={practise} />
      ) : (
        <NothingWritten jobId={jobId} />
      )}
    </div>
  );
}

/** Whether a run prints, or waits for a swap. */
function isOn({ runPlan, events }: Run): boolean {
  const { phase } = follow(runPlan, events, 0);
  return phase === 'printing' || phase === 'at-swap';
}

interface AtRunProps {
  readonly run: Run;
  /** Begins a rehearsal, or ends it with null; null where there is none. */
  readonly onPractice: ((id: string | null) => void) | null;
}

/** A run as it stands: before, during or after it. */
export function AtRun({ run, onPractice }: AtRunProps) {
  const now = useNow();
  const state = follow(run.runPlan, run.events, now);
  if (isUnbegun(run) || state.phase === 'ready') {
    return <BeforeRun run={run} now={now} onPractice={onPractice} />;
  }
  if (state.phase === 'printing' || state.phase === 'at-swap') {
    return <LiveRun run={run} state={state} now={now} onPractice={onPractice} />;
  }
  return <AfterRun run={run} state={state} now={now} />;
}
