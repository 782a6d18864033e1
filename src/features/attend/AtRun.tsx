'use client';

import dynamic from 'next/dynamic';
import { useMemo, type MouseEvent } from 'react';
import { followed } from '@/core/run/follow';
import { isOn } from '@/core/run/runState';
import type { Run } from '@/store/records';
import { isUnbegun } from '@/store/runs';
import { BeforeRun } from './BeforeRun';
import { useNow } from './useNow';
import { stateWords } from './words';

const fetchLive = () => import('./LiveRun');
const fetchAfter = () => import('./AfterRun');
const LiveRun = dynamic(() => fetchLive().then((one) => one.LiveRun));
const AfterRun = dynamic(() => fetchAfter().then((one) => one.AfterRun));

/** Fetches what a run needs later, for a page that may lose its server. */
export async function fetchWholeRun(): Promise<void> {
  await Promise.all([fetchLive(), fetchAfter()]);
}

interface AtRunProps {
  readonly run: Run;
  /** Begins a rehearsal, or ends it with null; null where there is none. */
  readonly onPractice: ((id: string | null) => void) | null;
}

/** A run as it stands: before, during or after it. */
export function AtRun({ run, onPractice }: AtRunProps) {
  const now = useNow();
  const { runPlan, events } = run;
  const following = useMemo(() => followed(runPlan, events), [runPlan, events]);
  const state = following.stateAt(now);
  return (
    <TapOnce>
      <p role="status" className="sr-only">
        {stateWords(runPlan, state)}
      </p>
      {isUnbegun(run) || state.phase === 'ready' ? (
        <BeforeRun run={run} now={now} onPractice={onPractice} />
      ) : isOn(state) ? (
        <LiveRun run={run} state={state} now={now} onPractice={onPractice} />
      ) : (
        <AfterRun run={run} state={state} now={now} />
      )}
    </TapOnce>
  );
}

/** What lies under a finger may have changed with its first tap: the second of a double tap does nothing. */
export function TapOnce({ children }: { children: React.ReactNode }) {
  const only = (event: MouseEvent): void => {
    const target = event.target as Element;
    if (event.detail < 2 || !target.closest('button, label, input[type="checkbox"]')) return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="contents" onClickCapture={only}>
      {children}
    </div>
  );
}
