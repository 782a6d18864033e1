'use client';

import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { formatDuration } from '@/core/format';
import { EMPTY_LOG } from '@/core/log/runLog';
import { lastEvent } from '@/core/run/events';
import type { RunState } from '@/core/run/follow';
import { plannedTotal } from '@/core/run/runPlan';
import type { Run } from '@/store/records';
import { runs, tellRun } from '@/store/runs';
import { clockOf } from './words';

interface AfterRunProps {
  readonly run: Run;
  readonly state: RunState;
  readonly now: number;
}

const TITLES = {
  finished: 'It is done',
  failed: 'It failed',
  ended: 'It was stopped',
} as const;

/** A run that is over: how it went, and the same file once more. */
export function AfterRun({ run, state, now }: AfterRunProps) {
  const { phase, startedAt, since } = state;
  const title = TITLES[phase as keyof typeof TITLES];
  const last = lastEvent(run.events);
  const again = (): void => {
    runs.save([
      {
        ...run,
        id: crypto.randomUUID(),
        writtenAt: Date.now(),
        startAt: null,
        events: [],
        log: EMPTY_LOG,
      },
    ]);
  };
  return (
    <section className="mx-auto grid w-full max-w-xl gap-3 p-4" aria-labelledby="after-title">
      <h2 id="after-title" className="text-2xl font-bold">
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
          Bed and nozzle are hot for a while yet. Let the part cool before you pull it off.
        </p>
      ) : (
        <p className="rounded-md bg-caution-soft px-3 py-2">
          See that the heaters are off, and let everything cool before you clean up.
        </p>
      )}
      <p className="text-muted">
        All that you have told is kept.{' '}
        <Link href={`/logbook/${run.id}`} className="underline underline-offset-2">
          Say how it came out
        </Link>
      </p>
      <div className="flex flex-wrap gap-2">
        {last && (
          <Button
            className="min-h-11"
            onClick={() => tellRun(run.id, { kind: 'undone', event: last.id })}
          >
            Take it back: it still prints
          </Button>
        )}
        <Button kind="primary" className="min-h-11" onClick={again}>
          Print the same file again
        </Button>
      </div>
    </section>
  );
}
