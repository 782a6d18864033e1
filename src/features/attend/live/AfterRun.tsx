'use client';

import { goOn } from '@/browser/goOn';
import dynamic from 'next/dynamic';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { keepWayBack } from '@/browser/wayBack';
import { formatDuration } from '@/core/format';
import { lastEvent } from '@/core/run/following/events';
import { plannedTotal } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { printAgain } from '@/store/prints/newRuns';
import type { Run } from '@/store/records/records';
import { HANDED, tellRun } from '@/store/prints/runs';
import { useTapFocus, wantFocus } from './tapFocus';
import { TOLD_WORDS } from '@/base/prints/toldWords';
import { clockOf } from '../words';

const ShareRun = dynamic(() => import('../along/ShareRun').then((one) => one.ShareRun));

interface AfterRunProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
}

const TITLES = {
  finished: 'Print is done',
  failed: 'Print failed',
  ended: 'Print was cancelled',
} as const;

/** A run that is over: how it went, and the same file once more. */
export function AfterRun({ run, state, now }: AfterRunProps) {
  const { phase, startedAt, since } = state;
  const title = TITLES[phase as keyof typeof TITLES];
  const last = lastEvent(run.events);
  const isMade = useRef(false);
  const heading = useTapFocus();
  useEffect(() => keepWayBack(null), []);
  const [shares, setShares] = useState(false);
  const isHanded = run.jobId === HANDED;
  const again = async (): Promise<void> => {
    if (isMade.current) return;
    isMade.current = true;
    const id = await printAgain(run);
    if (id === null) isMade.current = false;
    // The same page with another run: nothing is to be fetched, since the server may be gone.
    else history.pushState(null, '', `/jobs/${run.jobId}/attend?run=${id}`);
  };
  return (
    <section className="mx-auto grid w-full max-w-xl gap-3 p-4" aria-labelledby="after-title">
      <h2 id="after-title" ref={heading} tabIndex={-1} className="text-2xl font-bold">
        {title}
      </h2>
      {startedAt !== null && since !== null && (
        <p>
          From {clockOf(startedAt, now)} to {clockOf(since, now)}:{' '}
          {formatDuration((since - startedAt) / 1000)}, planned{' '}
          {formatDuration(plannedTotal(run.runPlan))}.
        </p>
      )}
      {phase === 'finished' ? (
        <p className="rounded-md bg-caution-soft px-3 py-2">
          The bed and nozzle stay hot for a while. Let the part cool before you remove it.
        </p>
      ) : (
        <p className="rounded-md bg-caution-soft px-3 py-2">
          Check that the heaters are off, and let everything cool before you clean up.
        </p>
      )}
      <p className="text-muted">
        Everything you recorded is kept{isHanded ? ' on this device' : ''}.{' '}
        <Link href={`/logbook/${run.id}`} className="underline underline-offset-2">
          Rate the print
        </Link>
      </p>
      {isHanded && (
        <Button className="min-h-11" onClick={() => setShares(true)}>
          Share run…
        </Button>
      )}
      <div className="flex flex-wrap gap-2">
        {last && (
          <Button
            className="min-h-11"
            onClick={() => {
              wantFocus();
              goOn(tellRun(run.id, { kind: 'undone', event: last.id }));
            }}
          >
            Undo last tap: {TOLD_WORDS[last.kind].toLowerCase()}
          </Button>
        )}
        <Button kind="primary" className="min-h-11" onClick={again}>
          Print again
        </Button>
      </div>
      {shares && <ShareRun run={run} onClose={() => setShares(false)} />}
    </section>
  );
}
