'use client';

import { goOn } from '@/browser/goOn';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Cautions } from '@/components/Cautions';
import { Link } from '@/components/Link';
import { keepWayBack } from '@/browser/wayBack';
import type { RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records/records';
import { isPlanChanged, runs, tellRun } from '@/store/prints/runs';
import { useAttendSettings } from '@/store/settings/attendSettings';
import { FilamentName } from '../BandRow';
import { Errands } from '../along/Errands';
import { openSound } from '../alerts/sound';
import { wantFocus } from '../live/tapFocus';
import { WhenToStart } from './WhenToStart';

const JoinRunning = dynamic(() => import('./JoinRunning').then((one) => one.JoinRunning));

const PrintedAlready = dynamic(() => import('./PrintedAlready').then((one) => one.PrintedAlready));

interface BeforeRunProps {
  readonly run: Run;
  readonly now: number;
  readonly onPractice: ((id: string | null) => void) | null;
}

/** Before the print: when to start it, and the tap that says that it runs. */
export function BeforeRun({ run, now, onPractice }: BeforeRunProps) {
  const { runPlan } = run;
  const [joins, setJoins] = useState(false);
  const [isPast, setPast] = useState(false);
  const [isOld, setOld] = useState(false);
  useEffect(() => keepWayBack(null), []);
  useEffect(() => {
    isPlanChanged(run).then(setOld, () => {
      // The storage says itself what is wrong with it.
    });
  }, [run]);
  const begin = (since: { layer?: number; after?: number }, at: number): void => {
    // A browser lets the page sound only after a tap: this one opens it for the whole run.
    if (useAttendSettings.getState().tones) openSound();
    wantFocus();
    goOn(tellRun(run.id, { kind: 'started', ...since }, at));
  };
  const choose = (at: number, stand: RunPlan['stand'] = null): void => {
    goOn(runs.edit(run.id, (one) => ({ ...one, startAt: at, runPlan: { ...one.runPlan, stand } })));
  };
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-5 p-4 lg:grid-cols-[22rem_1fr] lg:items-start">
      <div className="grid gap-4">
        <section
          aria-labelledby="start-title"
          className="rounded-lg border border-line bg-panel p-4"
        >
          <h2 id="start-title" className="text-lg font-semibold">
            Ready to start?
          </h2>
          <p className="pt-1 pb-3 text-sm wrap-anywhere text-muted">
            Load this filament, start {runPlan.fileNames[0]}, and watch the first layer.
          </p>
          {isOld && (
            <p role="status" className="mb-3 rounded-md bg-caution-soft px-3 py-2 text-sm">
              The plan has changed since this file was written. Times and swaps here are those of
              the file.{' '}
              <Link
                href={`/jobs/${run.jobId}/output`}
                className="font-medium underline underline-offset-2"
              >
                Write file again
              </Link>
            </p>
          )}
          <FilamentName band={runPlan.bands[0]} size={44} />
          <Button
            kind="primary"
            className="mt-4 min-h-14 w-full text-lg"
            onClick={() => begin({}, Date.now())}
          >
            Print has started
          </Button>
          <Button
            className="mt-2 min-h-11 w-full"
            aria-expanded={joins}
            onClick={() => setJoins(!joins)}
          >
            Already printing…
          </Button>
          {joins && <JoinRunning runPlan={runPlan} now={now} onJoin={begin} />}
          <Button
            className="mt-2 min-h-11 w-full"
            aria-expanded={isPast}
            onClick={() => setPast(!isPast)}
          >
            Already printed…
          </Button>
          {isPast && <PrintedAlready run={run} now={now} />}
        </section>
        <Errands run={run} now={now} isBefore onPractice={onPractice} />
      </div>
      <div>
        <WhenToStart run={run} now={now} onChoose={choose} />
        <Cautions />
      </div>
    </div>
  );
}
