'use client';

import { Check } from 'lucide-react';
import { Button } from '@/components/Button';
import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import type { Told } from '@/store/prints/runs';
import { FilamentName } from '../BandRow';
import { useTapFocus } from './tapFocus';
import { WaitTimers } from './WaitTimers';
import { clockOf } from '../words';

interface PausedRunProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
  readonly onTell: (told: Told) => void;
}

/** Paused by hand, and nothing is swapped: it goes on with the same filament. */
export function PausedRun({ runPlan, state, now, onTell }: PausedRunProps) {
  const heading = useTapFocus();
  const next = state.upcoming.at(0);
  const isLate = state.isWrong && state.band > 0;
  return (
    <section aria-labelledby="paused-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="paused-title" ref={heading} tabIndex={-1} className="text-2xl font-bold">
        Paused by you
      </h2>
      <p className="pb-3 text-muted">Since {clockOf(state.since!, now)}. No filament is swapped.</p>
      <FilamentName band={runPlan.bands[state.loaded]} size={40} />
      <div className="pt-3">
        <WaitTimers runPlan={runPlan} state={state} now={now} onTell={null} />
      </div>
      <Button
        kind="primary"
        className="min-h-16 w-full text-xl"
        onClick={() => onTell({ kind: 'resumed' })}
      >
        <Check aria-hidden /> Print has resumed
      </Button>
      {(isLate || next) && (
        <Button
          className="mt-2 min-h-12 w-full"
          onClick={() => onTell({ kind: 'stopped', how: isLate ? 'late' : 'early' })}
        >
          Swap filament now
        </Button>
      )}
    </section>
  );
}
