'use client';

import { useCallback, useEffect, useState } from 'react';
import type { RunPlan } from '@/core/run/runPlan';
import { plannedTotal } from '@/core/run/runPlan';
import { practiceFile, PRACTICE_STOP } from '@/core/run/practice';
import type { StandInState } from '@/core/run/standIn';

/** How long the printing of a rehearsal takes of the person's time, s. */
const REHEARSAL_SECONDS = 75;

/** The simulated printer as this page sees it. */
export interface StandInView {
  readonly state: StandInState | null;
  /** Why there is none, or none any more. */
  readonly trouble: string | null;
  readonly act: (
    action: 'pause' | 'resume' | 'reheat' | 'cancel' | 'close',
  ) => Promise<string | null>;
}

/** Starts a stand-in for a run, listens to it, and ends it with the page. */
export function useStandIn(runPlan: RunPlan): StandInView {
  const [id, setId] = useState<string | null>(null);
  const [state, setState] = useState<StandInState | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  useEffect(() => {
    const stopped = new AbortController();
    let events: EventSource | null = null;
    let made: string | null = null;
    const start = async (): Promise<void> => {
      const { nozzleCools, motorsLetGo } = runPlan.printer;
      const speed = Math.min(600, Math.max(1, plannedTotal(runPlan) / REHEARSAL_SECONDS));
      const options = { speed, obeys: [PRACTICE_STOP], nozzleCools, motorsLetGo };
      const answer = await fetch(
        `/api/printer?options=${encodeURIComponent(JSON.stringify(options))}`,
        {
          method: 'POST',
          body: practiceFile(runPlan),
          signal: stopped.signal,
        },
      );
      const json = (await answer.json()) as { id?: string; error?: { message: string } };
      if (!json.id) return setTrouble(json.error?.message ?? 'The stand-in did not start.');
      made = json.id;
      setId(made);
      events = new EventSource(`/api/printer/${made}/events`);
      events.onmessage = ({ data }) => {
        setTrouble(null);
        setState(JSON.parse(String(data)) as StandInState);
      };
      events.onerror = () =>
        setTrouble(
          'The stand-in does not answer any more. What you have told is kept; begin the rehearsal again.',
        );
    };
    start().catch((error: unknown) => {
      if (!stopped.signal.aborted) setTrouble(`The stand-in did not start. ${String(error)}`);
    });
    return () => {
      stopped.abort();
      events?.close();
      if (made)
        post(made, 'close').catch(() => {
          // It ends by itself when nobody listens.
        });
    };
  }, [runPlan]);

  const act = useCallback<StandInView['act']>(
    async (action) => {
      if (id === null) return 'The stand-in has not started yet.';
      const answer = await post(id, action);
      if (answer.ok) return null;
      const json = (await answer.json()) as { error?: { message: string } };
      return json.error?.message ?? 'The stand-in did not do that.';
    },
    [id],
  );
  return { state, trouble, act };
}

function post(id: string, action: string): Promise<Response> {
  return fetch(`/api/printer/${id}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ action }),
  });
}
