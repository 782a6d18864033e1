'use client';

import { useCallback, useEffect, useState } from 'react';
import type { RunPlan } from '@/core/run/runPlan';
import { plannedTotal } from '@/core/run/runPlan';
import { practiceFile, PRACTICE_STOP } from '@/core/run/practice';
import type { Fault, StandInState } from '@/core/run/standIn';
import { editRehearsal, rehearsalHere } from './rehearsalHere';

/** How long the printing of a rehearsal takes of the person's time, s. */
const REHEARSAL_SECONDS = 75;

/**
 * While it waits for hands its time passes so much slower than the clock on the wall: who reads each step for the
 * first time is done before the nozzle cools.
 */
const WAITING_SPEED = 0.25;

/** Why a rehearsal is the one thing that does not work without the server. */
const NO_SERVER =
  'It runs on the Lamella server, which cannot be reached now. Start the server again, or come back when you are connected.';

/** The simulated printer as this page sees it. */
export interface StandInView {
  readonly state: StandInState | null;
  /** Why there is none, or none any more. */
  readonly trouble: string | null;
  readonly act: (wish: Wish) => Promise<string | null>;
}

/** What can be done to a stand-in. */
type Wish =
  | { readonly action: 'pause' | 'resume' | 'reheat' | 'cancel' | 'close' }
  | { readonly action: 'fault'; readonly fault: Fault };

/** Starts a stand-in for a run, or finds the one of this tab again, listens to it, and ends it with the screen. */
export function useStandIn(runId: string, runPlan: RunPlan): StandInView {
  const [id, setId] = useState<string | null>(null);
  const [state, setState] = useState<StandInState | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  useEffect(() => {
    const stopped = new AbortController();
    let events: EventSource | null = null;
    let made: string | null = null;
    const start = async (): Promise<void> => {
      const known = rehearsalHere();
      const here = known?.run === runId ? known.printer : null;
      made = here ?? (await startStandIn(runPlan, stopped.signal));
      if (stopped.signal.aborted) return;
      editRehearsal(runId, { printer: made });
      setId(made);
      events = new EventSource(`/api/printer/${made}/events`);
      events.onmessage = ({ data }) => {
        setTrouble(null);
        setState(JSON.parse(String(data)) as StandInState);
      };
      events.onerror = (event) => {
        // While it tries again, nobody has answered that there is none any more.
        const isGone = (event.target as EventSource).readyState === EventSource.CLOSED;
        const why = isGone ? 'Your entries are kept; start the rehearsal again.' : NO_SERVER;
        setTrouble(`The simulated printer stopped responding. ${why}`);
      };
    };
    start().catch((error: unknown) => {
      const why = error instanceof Error ? error.message : String(error);
      if (!stopped.signal.aborted) setTrouble(`The simulated printer did not start. ${why}`);
    });
    // It waits for whoever looks into the guide meanwhile; ended, it is closed, and one that is left ends by itself.
    return () => {
      stopped.abort();
      events?.close();
    };
  }, [runId, runPlan]);

  const act = useCallback<StandInView['act']>(
    async (wish) => {
      if (id === null) return 'The simulated printer has not started yet.';
      try {
        const answer = await post(id, wish);
        if (answer.ok) return null;
        const json = (await answer.json()) as { error?: { message: string } };
        return json.error?.message ?? 'The simulated printer did not respond to that.';
      } catch {
        return NO_SERVER;
      }
    },
    [id],
  );
  return { state, trouble, act };
}

/** Starts a stand-in; answers its id, or throws why there is none. */
async function startStandIn(runPlan: RunPlan, signal: AbortSignal): Promise<string> {
  const { nozzleCools, motorsLetGo } = runPlan.printer;
  const speed = Math.min(600, Math.max(1, plannedTotal(runPlan) / REHEARSAL_SECONDS));
  const options = {
    speed,
    waitingSpeed: WAITING_SPEED,
    obeys: [PRACTICE_STOP],
    nozzleCools,
    motorsLetGo,
  };
  const answer = await fetch(
    `/api/printer?options=${encodeURIComponent(JSON.stringify(options))}`,
    { method: 'POST', body: practiceFile(runPlan), signal },
  ).catch(() => {
    throw new Error(NO_SERVER);
  });
  const json = (await answer.json()) as { id?: string; error?: { message: string } };
  if (!json.id) throw new Error(json.error?.message ?? `The server answered ${answer.status}.`);
  return json.id;
}

function post(id: string, wish: Wish): Promise<Response> {
  return fetch(`/api/printer/${id}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(wish),
  });
}
