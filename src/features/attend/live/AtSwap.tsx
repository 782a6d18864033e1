'use client';

import { Checkbox } from '@/components/controls/Checkbox';
import { Check } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Button } from '@/components/Button';
import { stepsOf } from '@/core/run/checklist';
import type { RunState } from '@/core/run/following/runState';
import type { Run } from '@/store/records/records';
import type { Told } from '@/store/prints/runs';
import { useAttendSettings } from '@/store/settings/attendSettings';
import { say } from '../alerts/alerts';
import { FilamentName } from '../BandRow';
import { StandNote } from './StandNote';
import { useTapFocus } from './tapFocus';
import { WaitTimers } from './WaitTimers';

/** Where the step that is next stands on the page. */
export const STEP_PLACE = 'step';

interface AtSwapProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
  readonly onTell: (told: Told) => void;
}

/** The printer waits: what hands do, step by step, and what happens by itself meanwhile. */
export function AtSwap({ run: { id: runId, runPlan }, state, now, onTell }: AtSwapProps) {
  const swap = state.swap!;
  const { loaded } = state;
  const target = state.target!;
  const steps = stepsOf(runPlan, { swap, loaded, target });
  const next = steps.find(({ id }) => !state.ticked.has(id));
  const { voice } = useAttendSettings();
  const [words, key] = next
    ? [next.text, `${runId} ${state.since} ${next.id} ${target}`]
    : ['', ''];
  useEffect(() => {
    if (voice && words !== '') say(words, key);
  }, [voice, words, key]);
  const heading = useTapFocus();
  const step = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // From the guide one comes back to the step that was left.
    if (location.hash === `#${STEP_PLACE}`) step.current?.focus();
  }, []);
  return (
    <section aria-labelledby="swap-title" className="rounded-lg border border-line bg-panel p-4">
      <h2
        id="swap-title"
        ref={heading}
        tabIndex={-1}
        className="pb-2 text-sm font-semibold text-muted"
      >
        Swap {swap + 1} of {runPlan.swaps.length}
        {state.isLate ? ', late' : ''}
      </h2>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3">
        <FilamentName band={runPlan.bands[loaded]} size={40} />
        <span aria-hidden className="text-xl text-muted">
          →
        </span>
        <span className="sr-only">to</span>
        <FilamentName band={runPlan.bands[target]} size={40} />
      </div>
      <StandNote runPlan={runPlan} state={state} now={now} />
      <WaitTimers runPlan={runPlan} state={state} now={now} onTell={onTell} />
      <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">
        The nozzle and bed cause burns on contact, and the head may move at any time.
      </p>
      {/* As high as the longest step, so that what is pressed stays in its place. */}
      <div className="my-2 min-h-48 rounded-md border-2 border-accent bg-accent-soft px-4 py-3 md:min-h-32">
        <p className="text-2xl leading-snug font-semibold wrap-anywhere">
          {next ? next.text : 'All steps are done. Resume the print.'}
        </p>
        {next?.caution && <p className="mt-1 text-caution">{next.caution}</p>}
      </div>
      <div className="grid gap-2 pb-3">
        {next && (
          <Button
            ref={step}
            id={STEP_PLACE}
            kind="primary"
            className="min-h-16 w-full text-xl"
            onClick={() => onTell({ kind: 'ticked', step: next.id, done: true })}
          >
            <Check aria-hidden /> Done
          </Button>
        )}
        <Button
          kind={next ? 'plain' : 'primary'}
          className={next ? 'min-h-12 w-full' : 'min-h-16 w-full text-xl'}
          onClick={() => onTell({ kind: 'resumed' })}
        >
          {!next && <Check aria-hidden />} Print has resumed
        </Button>
      </div>
      <Steps steps={steps} ticked={state.ticked} onTell={onTell} />
    </section>
  );
}

interface StepsProps {
  readonly steps: ReturnType<typeof stepsOf>;
  readonly ticked: AtSwapProps['state']['ticked'];
  readonly onTell: AtSwapProps['onTell'];
}

/** All that hands do, as a list to tick. */
function Steps({ steps, ticked, onTell }: StepsProps) {
  return (
    <ol className="grid gap-0.5" aria-label="Steps of this swap">
      {steps.map(({ id, text }) => {
        const done = ticked.has(id);
        return (
          <li key={id}>
            <Checkbox
              className="min-h-11 rounded px-1"
              checked={done}
              onChange={() => onTell({ kind: 'ticked', step: id, done: !done })}
            >
              <span className={`wrap-anywhere ${done ? 'text-muted line-through' : ''}`}>
                {text}
              </span>
            </Checkbox>
          </li>
        );
      })}
    </ol>
  );
}
