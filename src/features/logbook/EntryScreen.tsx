'use client';

import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { Tick } from '@/components/Tick';
import { formatDuration } from '@/core/format';
import { RESULTS } from '@/core/log/runLog';
import { plannedTotal } from '@/core/run/runPlan';
import { seenIn } from '@/core/run/following/follow';
import type { Run } from '@/store/records/records';
import { storageSentence } from '@/store/jobs/room';
import { runs, useRuns } from '@/store/prints/runs';
import { editLog, removeRun } from './editLog';
import { FilamentUsed } from './FilamentUsed';
import { Photos } from './Photos';
import { Seams } from './Seams';
import { TimesTable } from './TimesTable';
import { ToldList } from './ToldList';
import { dayOf, outcomeOf, RESULT_WORDS } from '@/base/prints/outcomeWords';

/** One print of the logbook: how it went, how it came out, and what to do otherwise. */
export function EntryScreen({ runId }: { runId: string }) {
  const run = useRuns(({ records }) => records?.find(({ id }) => id === runId) ?? null);
  const [isMissing, setMissing] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const load = useCallback(() => {
    runs
      .load()
      .then(() => runs.fetch(runId))
      .then(
        (found) => {
          setTrouble(null);
          setMissing(found === null);
        },
        (error: unknown) => setTrouble(storageSentence(error)),
      );
  }, [runId]);
  useEffect(load, [load]);
  if (run) return <Entry run={run} />;
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={load} />;
  return (
    <div className="m-auto p-6 text-muted" aria-busy={!isMissing}>
      <h1>{isMissing ? 'There is no such print.' : 'Looking for the print…'}</h1>
      {isMissing && (
        <Link href="/logbook" className="inline-block min-h-6 text-accent underline">
          Back to the logbook
        </Link>
      )}
    </div>
  );
}

const SECTION = 'rounded-lg border border-line bg-panel p-4';

function Entry({ run }: { run: Run }) {
  const router = useRouter();
  const { runPlan, events, log } = run;
  const seen = seenIn(runPlan, events);
  const { startedAt, endedAt, phase } = seen;
  return (
    <div className="flex flex-1 flex-col">
      <header className="border-b border-line bg-panel px-6 py-3">
        <p className="text-sm">
          <Link href="/logbook" className="inline-block min-h-6 underline underline-offset-2">
            Logbook
          </Link>
        </p>
        <h1 className="text-xl font-semibold">{runPlan.job}</h1>
        <p className="text-muted">
          {startedAt === null ? 'Not begun' : dayOf(startedAt)} on {runPlan.printer.name} ·{' '}
          {outcomeOf({ phase, result: log.result })}
          {startedAt !== null && endedAt !== null && (
            <>
              {' '}
              · {formatDuration((endedAt - startedAt) / 1000)}, planned{' '}
              {formatDuration(plannedTotal(runPlan))}
            </>
          )}
        </p>
      </header>
      <div className="mx-auto grid w-full max-w-6xl gap-4 p-4 lg:grid-cols-[1fr_24rem] lg:items-start">
        <div className="grid min-w-0 gap-4">
          <Result run={run} />
          {runPlan.swaps.length > 0 && (
            <section aria-labelledby="seams-title" className={SECTION}>
              <Seams run={run} />
            </section>
          )}
          <section aria-labelledby="times-title" className={SECTION}>
            <TimesTable runPlan={runPlan} seen={seen} />
          </section>
        </div>
        <div className="grid min-w-0 gap-4">
          <section aria-labelledby="photos-title" className={SECTION}>
            <Photos run={run} />
          </section>
          <section aria-labelledby="used-title" className={SECTION}>
            <FilamentUsed run={run} seen={seen} />
          </section>
          <section aria-labelledby="told-title" className={SECTION}>
            <ToldList events={events} />
          </section>
          <Button
            className="min-h-11"
            onClick={async () => {
              if (await removeRun(run)) router.push('/logbook');
            }}
          >
            <Trash2 aria-hidden size={16} /> Take this print out of the logbook
          </Button>
        </div>
      </div>
    </div>
  );
}

interface ResultProps {
  readonly run: Run;
}

/** How it came out, and what to change. */
function Result({ run }: ResultProps) {
  const { log } = run;
  return (
    <section aria-labelledby="result-title" className={SECTION}>
      <h2 id="result-title" className="text-lg font-semibold">
        How did it come out?
      </h2>
      <div className="flex flex-wrap gap-2 pt-2">
        {RESULTS.map((one) => (
          <Button
            key={one}
            kind={log.result === one ? 'primary' : 'plain'}
            aria-pressed={log.result === one}
            className="min-h-11 min-w-24"
            onClick={() =>
              editLog(run.id, (now) => ({
                ...now,
                result: now.result === one ? null : one,
              }))
            }
          >
            {RESULT_WORDS[one]}
          </Button>
        ))}
      </div>
      <Tick
        checked={log.cameOff}
        onChange={(cameOff) => editLog(run.id, (now) => ({ ...now, cameOff }))}
      >
        It came off the bed
      </Tick>
      <p className="pt-1 text-sm text-muted">Nothing is learned from a lost print.</p>
      <label className="grid gap-1 pt-3">
        What to change next time
        <textarea
          key={run.id}
          defaultValue={log.change}
          maxLength={2000}
          rows={3}
          onChange={({ target: { value } }) =>
            editLog(run.id, (now) => ({ ...now, change: value }))
          }
          className="rounded border border-edge bg-paper px-2 py-1.5"
        />
      </label>
    </section>
  );
}
