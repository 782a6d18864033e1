'use client';

import { Undo2 } from 'lucide-react';
import { Button } from '@/components/Button';
import { lastEvent, type RunEvent } from '@/core/run/events';
import type { RunState } from '@/core/run/follow';
import type { Run } from '@/store/records';
import { tellRun, type Told } from '@/store/runs';
import { AtSwap } from './AtSwap';
import { Coming } from './Coming';
import { Errands } from './Errands';
import { MissedSwap } from './MissedSwap';
import { NextSwap } from './NextSwap';
import { OtherTaps } from './OtherTaps';
import { TroubleList } from './TroubleList';
import { TOLD_WORDS } from './toldWords';
import { useCalls } from './useCalls';
import { clockOf } from './words';

interface LiveRunProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
  readonly onPractice: ((id: string | null) => void) | null;
}

/** A print that runs: what is next, what hands do, and the taps that tell how it goes. */
export function LiveRun({ run, state, now, onPractice }: LiveRunProps) {
  const tell = (told: Told): void => {
    // A rehearsal has a time of its own; otherwise it is the moment of the tap, not the second on the page.
    tellRun(run.id, told, run.isRehearsal ? now : Date.now());
  };
  const mayGoDark = useCalls(run.runPlan, state, now);
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_22rem] lg:items-start">
      {/* Two columns on a desk; one on a phone, where what is to come stands before what may go wrong. */}
      <div className="contents lg:grid lg:gap-4">
        <div className="order-1 grid gap-4">
          {state.isClockBack && (
            <p role="status" className="rounded-md bg-caution-soft px-3 py-2 text-sm">
              The clock of this device was set back. Times hold from what you have told last.
            </p>
          )}
          <PassedOver run={run} state={state} />
          {state.missed.length > 0 && state.phase === 'printing' && (
            <MissedSwap run={run} state={state} onTell={tell} />
          )}
          {state.phase === 'at-swap' && state.swap !== null ? (
            <AtSwap key={state.since} run={run} state={state} now={now} onTell={tell} />
          ) : (
            <NextSwap runPlan={run.runPlan} state={state} now={now} onTell={tell} />
          )}
          <TakeBack events={run.events} now={now} onTell={tell} />
          {mayGoDark && (
            <p className="text-sm text-muted">
              This browser lets the screen go dark. Let the phone wait longer before it does, or set
              an alarm as well.
            </p>
          )}
        </div>
        <div className="order-3 grid gap-4">
          <OtherTaps state={state} onTell={tell} />
          <TroubleList />
        </div>
      </div>
      <div className="contents lg:grid lg:gap-4">
        <div className="order-2">
          <Coming runPlan={run.runPlan} state={state} now={now} />
        </div>
        {!run.isRehearsal && (
          <div className="order-4">
            <Errands run={run} now={now} onPractice={onPractice} />
          </div>
        )}
      </div>
    </div>
  );
}

/** Says why the latest tap changed nothing, as when two pages have told the same. */
function PassedOver({ run, state }: Pick<LiveRunProps, 'run' | 'state'>) {
  const last = state.passedOver.at(-1);
  if (!last || last.event.id !== run.events.at(-1)?.id) return null;
  return (
    <p role="status" className="rounded-md bg-caution-soft px-3 py-2 text-sm">
      {last.why} Your last tap changed nothing.
    </p>
  );
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
        <Undo2 aria-hidden size={16} /> Take back
      </Button>
      {TOLD_WORDS[last.kind]}, {clockOf(last.at, now)}
    </p>
  );
}
