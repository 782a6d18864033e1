'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { SelectField } from '@/components/controls/Select';
import { goOn } from '@/browser/goOn';
import { lightFormat } from 'date-fns';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { plannedTotal } from '@/core/run/runPlan';
import { RESULTS, type RunResult } from '@/core/log/runLog';
import { RESULT_WORDS } from '@/base/prints/outcomeWords';
import type { Run } from '@/store/records/records';
import { runs } from '@/store/prints/runs';
import { newId } from '@/workers/ids';

interface PrintedAlreadyProps {
  readonly run: Run;
  readonly now: number;
}

const LOCAL = "yyyy-MM-dd'T'HH:mm";
/** No print takes longer, ms. */
const LONGEST = 60 * 86_400_000;

/** A print that nobody attended to with this page: when it was, and how it came out. */
export function PrintedAlready({ run, now }: PrintedAlreadyProps) {
  const [begun, setBegun] = useState(() =>
    lightFormat(now - plannedTotal(run.runPlan) * 1000, LOCAL),
  );
  const [done, setDone] = useState(() => lightFormat(now, LOCAL));
  const [result, setResult] = useState<RunResult>('good');
  const [from, to] = [begun, done].map((one) => new Date(one).getTime());
  const why = troubleOf(from, to, now);
  const keep = (): void => {
    goOn(
      runs.edit(run.id, (one) => ({
        ...one,
        events: [
          { kind: 'started', id: newId(), at: from },
          { kind: 'finished', id: newId(), at: to },
        ],
        log: { ...one.log, result },
      })),
    );
  };
  return (
    <div className="mt-3 grid gap-3 border-t border-line pt-3 text-sm">
      <label className="grid gap-1">
        Started
        <input
          type="datetime-local"
          value={begun}
          onChange={({ target }) => setBegun(target.value)}
          className={FIELD}
        />
      </label>
      <label className="grid gap-1">
        Finished
        <input
          type="datetime-local"
          value={done}
          onChange={({ target }) => setDone(target.value)}
          className={FIELD}
        />
      </label>
      <SelectField
        label="Result"
        value={result}
        options={RESULTS.map((one) => ({ value: one, words: RESULT_WORDS[one] }))}
        onChange={setResult}
      />
      {why && (
        <p role="alert" className="text-caution">
          {why}
        </p>
      )}
      <Button className="min-h-11" disabled={why !== null} onClick={keep}>
        Add to logbook
      </Button>
    </div>
  );
}

/** Why two times cannot be those of a print; null when they can. */
function troubleOf(from: number, to: number, now: number): string | null {
  if (Number.isNaN(from) || Number.isNaN(to)) return 'Enter both times.';
  if (to <= from) return 'The end must be after the start.';
  if (to > now + 60_000) return 'The end cannot be in the future.';
  if (to - from > LONGEST) return 'No print takes two months. Check the dates.';
  return null;
}
