'use client';

import { Check } from 'lucide-react';
import { useEffect } from 'react';
import { Button } from '@/components/Button';
import { stepsOf, waitTimers } from '@/core/run/checklist';
import type { RunState } from '@/core/run/follow';
import type { Run } from '@/store/records';
import type { Told } from '@/store/runs';
import { useAttendSettings } from '@/store/attendSettings';
import { FilamentName } from './BandRow';
import { say } from './calls';
import { inWords } from './words';

interface AtSwapProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
  readonly onTell: (told: Told) => void;
}

/** The printer waits: what hands do, step by step, and what happens by itself meanwhile. */
export function AtSwap({ run: { runPlan }, state, now, onTell }: AtSwapProps) {
  const swap = state.swap!;
  const steps = stepsOf(runPlan, swap);
  const next = steps.find(({ id }) => !state.ticked.has(id));
  const { voice } = useAttendSettings();
  useEffect(() => {
    if (voice && next) say(next.text);
  }, [voice, next]);
  const late = waitTimers(runPlan, state.since!);
  return (
    <section aria-labelledby="swap-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="swap-title" className="pb-2 text-sm font-semibold text-muted">
        Swap {swap + 1} of {runPlan.swaps.length}
        {state.isLate ? ', late' : ''}
      </h2>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3">
        <FilamentName band={runPlan.bands[swap]} size={40} />
        <span aria-label="to" className="text-xl text-muted">
          →
        </span>
        <FilamentName band={runPlan.bands[swap + 1]} size={40} />
      </div>
      {late.map((timer) => (
        <p
          key={timer.id}
          role={now >= timer.at ? 'alert' : undefined}
          className={`mb-2 rounded-md px-3 py-2 text-sm ${now >= timer.at ? 'bg-danger-soft' : 'bg-caution-soft'}`}
        >
          {timer.text} <strong className="tabular-nums">{inWords(timer.at, now)}</strong>
          {now >= timer.at && timer.id === 'nozzle' && ': heat it again before you pull anything.'}
          {now >= timer.at &&
            timer.id === 'motors' &&
            ': its place may be lost. Do not push the head.'}{' '}
          {now < timer.at && (
            <button
              type="button"
              className="min-h-8 font-medium underline underline-offset-2"
              onClick={() => onTell({ kind: 'gone', what: timer.id })}
            >
              It has already
            </button>
          )}
        </p>
      ))}
      <div className="grid gap-2 pb-3">
        {next && (
          <button
            type="button"
            className="w-full rounded-md border-2 border-accent bg-accent-soft px-4 py-3 text-left"
            onClick={() => onTell({ kind: 'ticked', step: next.id, done: true })}
          >
            <span className="block text-xl leading-snug font-semibold">{next.text}</span>
            {next.caution && <span className="mt-1 block text-caution">{next.caution}</span>}
            <span className="mt-1 block text-sm text-muted">Tap when it is done</span>
          </button>
        )}
        <Button
          kind={next ? 'plain' : 'primary'}
          className={next ? 'min-h-12 w-full' : 'min-h-16 w-full text-xl'}
          onClick={() => onTell({ kind: 'resumed' })}
        >
          <Check aria-hidden /> It prints again
        </Button>
      </div>
      <ol className="grid gap-0.5" aria-label="Steps of this swap">
        {steps.map(({ id, text }) => {
          const done = state.ticked.has(id);
          return (
            <li key={id}>
              <label className="flex min-h-11 items-center gap-3 rounded px-1">
                <input
                  type="checkbox"
                  checked={done}
                  onChange={() => onTell({ kind: 'ticked', step: id, done: !done })}
                  className="size-6 shrink-0 accent-accent"
                />
                <span className={done ? 'text-muted line-through' : ''}>{text}</span>
              </label>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
