'use client';

import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { boolean, object, string } from 'yup';
import { goOn } from '@/browser/goOn';
import { TickInput } from '@/components/form/choices';
import { LinesInput } from '@/components/form/fields';
import { withField } from '@/components/form/saving';
import { Standstill } from '@/components/trouble/Standstill';
import { SavedForm } from '@/components/form/SavedForm';
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
  if (isMissing) {
    return (
      <Standstill
        title="Print not found"
        link={{ href: '/logbook', words: 'Go to the Logbook' }}
        isCalm
      >
        <p>This print is not in this browser. It may have been removed from the logbook.</p>
      </Standstill>
    );
  }
  return (
    <h1 className="m-auto p-6 text-muted" aria-busy="true">
      Loading the print…
    </h1>
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
            <Trash2 aria-hidden size={16} /> Remove print from logbook
          </Button>
        </div>
      </div>
    </div>
  );
}

interface ResultProps {
  readonly run: Run;
}

/** What a person says of a print. */
interface Said {
  readonly cameOff: boolean;
  readonly change: string;
}

const rules = object({ cameOff: boolean(), change: string().max(2000) });

/** How it came out, and what to change. */
function Result({ run }: ResultProps) {
  const { log } = run;
  return (
    <section aria-labelledby="result-title" className={SECTION}>
      <h2 id="result-title" className="text-lg font-semibold">
        Result
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
      <SavedForm<Said>
        key={run.id}
        values={{ cameOff: log.cameOff, change: log.change }}
        rules={rules}
        onSave={(path, value) => goOn(editLog(run.id, (now) => withField(now, path, value)))}
      >
        <TickInput<Said> field="cameOff">Part came off the bed</TickInput>
        <p className="pt-1 pb-3 text-sm text-muted">Lamella learns nothing from a lost print.</p>
        <LinesInput<Said> field="change" label="Next time" most={2000} rows={3} />
      </SavedForm>
    </section>
  );
}
