'use client';

import { goOn } from '@/browser/goOn';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Swatch } from '@/components/Swatch';
import { stepsOf, STRAND_STEP } from '@/core/run/checklist';
import { follow } from '@/core/run/following/follow';
import { isOn, type RunState } from '@/core/run/following/runState';
import { MISTAKES, type Mistake } from '@/core/run/practice';
import type { RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records/records';
import { runs, tellRun } from '@/store/prints/runs';
import { toast } from '@/store/toast';
import { TapOnce } from '../AtRun';
import { LiveRun } from '../live/LiveRun';
import { editRehearsal, rehearsalHere } from './rehearsalHere';
import { StandInPanel } from './StandInPanel';
import { useStandIn } from './useStandIn';
import { stateWords } from '../stateWords';

interface RehearsalProps {
  readonly run: Run;
  readonly onPractice: (id: string | null) => void;
}

/** The whole evening in a few minutes, against a printer that is none, on the same screen as the real one. */
export function Rehearsal({ run, onPractice }: RehearsalProps) {
  // The stand-in runs on while taps change the run.
  const [runPlan] = useState(run.runPlan);
  const printer = useStandIn(run.id, runPlan);
  const { state: seen, trouble, act } = printer;
  const [mistakes, setMistakes] = useState(() => rehearsalHere()?.mistakes ?? []);
  // Until the stand-in is heard again after a reload, it is as late as what was told last.
  const told = run.events.at(-1)?.at ?? run.writtenAt;
  const now = seen === null ? told : run.writtenAt + seen.seconds * 1000;
  const state = follow(runPlan, run.events, now);
  const isBegun = useRef(run.events.length > 0);
  useEffect(() => {
    if (isBegun.current || seen === null) return;
    isBegun.current = true;
    tellRun(run.id, { kind: 'started' }, run.writtenAt).catch(() => {
      // The store says what is wrong.
    });
  }, [seen, run.id, run.writtenAt]);
  const note = (mistake: Mistake): void => {
    const noticed = mistakes.includes(mistake) ? mistakes : [...mistakes, mistake];
    setMistakes(noticed);
    editRehearsal(run.id, { mistakes: noticed });
    toast.warning(MISTAKES[mistake]);
  };
  const resume = async (): Promise<void> => {
    if (seen === null) return;
    if (leavesStrand(runPlan, state)) note('strand');
    if (!seen.motorsHeld) note('motors');
    if (seen.waitsSince !== null && seen.seconds - seen.waitsSince > 600) note('late');
    const why = await act({ action: 'resume' });
    if (why === null) return;
    if (seen.nozzleTarget === 0) note('cold');
    else toast.warning(why);
  };
  const close = async (): Promise<void> => {
    await act({ action: 'close' });
    onPractice(null);
    await runs.remove([run.id]);
  };
  const isOver = !isOn(state) && state.phase !== 'ready';
  return (
    <TapOnce>
      <p role="status" className="sr-only">
        {stateWords(runPlan, state)}
      </p>
      <div className="mx-auto grid w-full max-w-6xl gap-3 px-4 pt-4">
        <div className="flex flex-wrap items-center gap-3 rounded-lg border-2 border-dashed border-edge px-4 py-2">
          <p className="min-w-0 flex-1">
            <strong>Rehearsal.</strong> Nothing here is hot. Press what you would press at the
            printer, then record it below.
          </p>
          <Button className="min-h-10" onClick={close}>
            End rehearsal
          </Button>
        </div>
        {trouble !== null && (
          <p role="alert" className="rounded-md bg-danger-soft px-3 py-2">
            {trouble}
          </p>
        )}
        {seen && <StandInPanel state={seen} onAct={act} onResume={resume} />}
        {state.phase === 'at-swap' && state.swap !== null && !state.ticked.has('ready') && (
          <SpoolPick
            run={run}
            state={state}
            onPick={(isRight) => {
              if (!isRight) return note('spool');
              goOn(tellRun(run.id, { kind: 'ticked', step: 'ready', done: true }, now));
            }}
          />
        )}
      </div>
      {isOver ? (
        <Summary mistakes={mistakes} missed={state.missed.length} />
      ) : (
        state.phase !== 'ready' && (
          <LiveRun run={run} state={state} now={now} onPractice={onPractice} />
        )
      )}
    </TapOnce>
  );
}

/** True when the step is still to do at which the purge strand is taken away. */
function leavesStrand(runPlan: RunPlan, { swap, loaded, target, ticked }: RunState): boolean {
  if (swap === null || target === null || ticked.has(STRAND_STEP)) return false;
  return stepsOf(runPlan, { swap, loaded, target }).some(({ id }) => id === STRAND_STEP);
}

interface SpoolPickProps {
  readonly run: Run;
  readonly state: RunState;
  readonly onPick: (isRight: boolean) => void;
}

/** The spools of the shelf beside the printer: one of them is the right one. */
function SpoolPick({ run: { runPlan }, state, onPick }: SpoolPickProps) {
  const right = runPlan.bands[state.target!].filament;
  const all = [
    ...new Map(runPlan.bands.map(({ filament }) => [filament.letter, filament])).values(),
  ];
  return (
    <section aria-labelledby="pick-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="pick-title" className="pb-2 font-semibold">
        Which spool do you take?
      </h2>
      <div className="flex flex-wrap gap-2">
        {all.map((filament) => (
          <Button
            key={filament.letter}
            className="min-h-12 max-w-full"
            onClick={() => onPick(filament.letter === right.letter)}
          >
            <Swatch filament={filament} size={26} /> {filament.letter} {filament.name}
          </Button>
        ))}
      </div>
    </section>
  );
}

function Summary({ mistakes, missed }: { mistakes: readonly Mistake[]; missed: number }) {
  return (
    <section className="mx-auto grid max-w-xl gap-2 p-4" aria-labelledby="summary-title">
      <h2 id="summary-title" className="text-2xl font-bold">
        Rehearsal complete
      </h2>
      {mistakes.length === 0 && missed === 0 ? (
        <p>Every swap went as planned. You are ready.</p>
      ) : (
        <>
          <p>Remember next time:</p>
          <ul className="grid list-disc gap-1 pl-5">
            {mistakes.map((one) => (
              <li key={one}>{MISTAKES[one]}</li>
            ))}
            {missed > 0 && <li>One stop was missed and not made up for.</li>}
          </ul>
        </>
      )}
      <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">
        The real nozzle burns on contact, and the head moves by itself. Your printer’s manual comes
        first.
      </p>
    </section>
  );
}
