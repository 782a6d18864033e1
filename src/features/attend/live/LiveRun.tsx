'use client';

import { goOn } from '@/browser/goOn';
import { Undo2 } from 'lucide-react';
import { useCallback, useEffect } from 'react';
import { Button } from '@/components/Button';
import { keepWayBack } from '@/browser/wayBack';
import { lastEvent, type RunEvent } from '@/core/run/following/events';
import type { RunState } from '@/core/run/following/runState';
import type { Run } from '@/store/records/records';
import { tellRun, type Told } from '@/store/prints/runs';
import { AtSwap, STEP_PLACE } from './AtSwap';
import { Coming } from './Coming';
import { Errands } from '../along/Errands';
import { NextSwap } from './NextSwap';
import { OtherTaps } from './OtherTaps';
import { PausedRun } from './PausedRun';
import { CareLine, ClockStrip, SilentStrip, Strip } from './strips';
import { wantFocus } from './tapFocus';
import { TroubleList } from './TroubleList';
import { TOLD_WORDS } from '@/base/prints/toldWords';
import { useAwakeScreen } from './useAwakeScreen';
import { useCalls } from '../alerts/useCalls';
import { useClockJump } from './useClockJump';
import { clockOf } from '../words';
import { WrongFilament } from './WrongFilament';

interface LiveRunProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
  readonly onPractice: ((id: string | null) => void) | null;
}

/** A print that runs: what is next, what hands do, and the taps that tell how it goes. */
export function LiveRun({ run, state, now, onPractice }: LiveRunProps) {
  const { id, isRehearsal, events, runPlan } = run;
  // A rehearsal has a time of its own; otherwise it is the moment of the tap, not the second on the page.
  const momentNow = useCallback(() => (isRehearsal ? now : Date.now()), [isRehearsal, now]);
  const store = useCallback(
    (told: Told): void => {
      goOn(tellRun(id, told, momentNow()));
    },
    [id, momentNow],
  );
  const tell = (told: Told): void => {
    wantFocus();
    store(told);
  };
  const calling = useCalls(runPlan, state, now);
  useClockJump(events, now, isRehearsal ? null : store);
  const mayGoDark = useAwakeScreen();
  useWayBack(run, state);
  const { phase } = state;
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_22rem] lg:items-start">
      {/* Two columns on a desk; one on a phone, where what is to come stands before what may go wrong. */}
      <div className="contents lg:grid lg:gap-4">
        <div className="order-1 grid min-w-0 gap-4">
          <SilentStrip calling={calling} />
          <ClockStrip events={events} state={state} onTell={tell} />
          <PassedOver run={run} state={state} />
          {phase !== 'at-swap' && <CareLine />}
          {state.isWrong && phase === 'printing' && (
            <WrongFilament run={run} state={state} onTell={tell} />
          )}
          {phase === 'at-swap' && state.swap !== null ? (
            <AtSwap key={state.since} run={run} state={state} now={now} onTell={tell} />
          ) : phase === 'paused' ? (
            <PausedRun key={state.since} runPlan={runPlan} state={state} now={now} onTell={tell} />
          ) : (
            <NextSwap
              key={state.band}
              runPlan={runPlan}
              state={state}
              now={now}
              momentNow={momentNow}
              onTell={tell}
            />
          )}
          <TakeBack events={events} now={now} onTell={tell} />
          {mayGoDark && (
            <p className="text-sm text-muted">
              This browser cannot keep the screen on. Set a longer screen timeout, or set an alarm
              too.
            </p>
          )}
        </div>
        <div className="order-3 grid min-w-0 gap-4">
          <OtherTaps runPlan={runPlan} state={state} onTell={tell} />
          <TroubleList />
        </div>
      </div>
      <div className="contents lg:grid lg:gap-4">
        <div className="order-2 min-w-0">
          <Coming runPlan={runPlan} state={state} now={now} />
        </div>
        {!isRehearsal && (
          <div className="order-4 min-w-0">
            <Errands run={run} now={now} onPractice={onPractice} />
          </div>
        )}
      </div>
    </div>
  );
}

/** Leaves the way back to this very step for whoever looks into the guide. */
function useWayBack({ id, jobId, isRehearsal }: Run, { swap }: RunState): void {
  useEffect(() => {
    const place = swap === null ? '' : `, swap ${swap + 1}`;
    keepWayBack({
      href: `/jobs/${jobId}/attend${isRehearsal ? '' : `?run=${id}`}#${STEP_PLACE}`,
      name: `${isRehearsal ? 'Back to the rehearsal' : 'Back to At the printer'}${place}`,
    });
  }, [id, jobId, isRehearsal, swap]);
}

/** Says why the latest tap changed nothing, as when two pages have told the same. */
function PassedOver({ run, state }: Pick<LiveRunProps, 'run' | 'state'>) {
  const last = state.passedOver.at(-1);
  if (!last || last.event.id !== run.events.at(-1)?.id) return null;
  return <Strip>{last.why} Your last tap changed nothing.</Strip>;
}

/** The last tap, with the way back. */
function TakeBack({
  events,
  now,
  onTell,
}: {
  readonly events: readonly RunEvent[];
  readonly now: number;
  readonly onTell: (told: Told) => void;
}) {
  const last = lastEvent(events);
  if (!last) return null;
  return (
    <p className="flex items-center gap-3 text-sm text-muted">
      <Button className="min-h-10" onClick={() => onTell({ kind: 'undone', event: last.id })}>
        <Undo2 aria-hidden size={16} /> Undo last tap
      </Button>
      {TOLD_WORDS[last.kind]}, {clockOf(last.at, now)}
    </p>
  );
}
