'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import { FIELD } from '@/components/controls/fieldLook';
import { useMemo, useState } from 'react';
import dynamic from 'next/dynamic';
import { Button } from '@/components/Button';
import { formatDuration, plural } from '@/core/format';
import { plannedTotal, type RunPlan } from '@/core/run/runPlan';
import { neededTimes } from '@/core/run/startQuestion';
import {
  bestStarts,
  goodStarts,
  nightWithin,
  type GoodSpan,
  type StartQuestion,
} from '@/core/schedule/startFinder';
import type { Run } from '@/store/records/records';
import { useAttendSettings, usePresence } from '@/store/settings/attendSettings';
import { StartStrip } from './StartStrip';
import { clockOf } from '../words';

const ChosenStart = dynamic(() => import('./ChosenStart').then((one) => one.ChosenStart));
const SplitOffer = dynamic(() => import('./SplitOffer').then((one) => one.SplitOffer));
const NoStart = dynamic(() => import('./NoStart').then((one) => one.NoStart));
const PresenceDialog = dynamic(() =>
  import('@/base/prints/PresenceDialog').then((one) => one.PresenceDialog),
);

/** How far ahead starts are looked for, ms. */
const DAYS = 3 * 86_400_000;
const STEP = 5 * 60_000;
/** So many starts are offered. */
const OFFERED = 4;

interface WhenToStartProps {
  readonly run: Pick<Run, 'runPlan' | 'startAt'>;
  readonly now: number;
  readonly onChoose: (at: number, stand?: RunPlan['stand']) => void;
  /** Whether the print can be planned in two sessions: only what is written can. */
  readonly canStand?: boolean;
}

/** Starts that put nobody out, and what becomes of the chosen one. */
export function WhenToStart({ run, now, onChoose, canStand = true }: WhenToStartProps) {
  const { runPlan } = run;
  const presence = usePresence();
  const { reachMinutes } = useAttendSettings();
  const [doneBy, setDoneBy] = useState('');
  const [asks, setAsks] = useState(false);
  // Looked for again every five minutes, not every second; none is past by then.
  const from = Math.ceil(now / STEP) * STEP;
  const question = useMemo(
    (): StartQuestion => ({
      needed: neededTimes(runPlan),
      total: plannedTotal(runPlan),
      presence,
      reach: reachMinutes * 60,
      from: new Date(from),
      until: new Date(from + DAYS),
      doneBy: doneBy === '' ? null : new Date(doneBy),
    }),
    [runPlan, presence, reachMinutes, from, doneBy],
  );
  // A print that runs while somebody sleeps is good only where there is no other.
  const quiet = useMemo(() => goodStarts({ ...question, isAwake: true }), [question]);
  const good = useMemo(() => goodStarts(question), [question]);
  const found = useMemo(
    () => bestStarts(quiet.length > 0 ? quiet : good, question.from).map(({ at }) => at),
    [quiet, good, question],
  );
  const chosen = run.startAt !== null && run.startAt >= now - 60_000 ? run.startAt : null;
  const next = firstsOf(quiet.length > 0 ? quiet : good);
  const offer = { now, question, onChoose };
  return (
    <section aria-labelledby="when-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="when-title" className="text-lg font-semibold">
        When to start
      </h2>
      <p className="pb-3 text-sm text-muted">
        The print takes {formatDuration(question.total)} with {plural(runPlan.swaps.length, 'swap')}{' '}
        if you come right away.
        {runPlan.learned &&
          ` Learned from ${plural(runPlan.learned.runs, 'run')} on ${runPlan.printer.name}.`}
      </p>
      <StartStrip
        from={from}
        until={from + DAYS}
        good={quiet}
        atNight={good}
        chosen={chosen}
        now={now}
        onChoose={onChoose}
      />
      {good.length > 0 ? (
        <div className="grid gap-3 pt-3 sm:grid-cols-2">
          <Starts
            title={quiet.length > 0 ? 'Next good starts' : 'Starts that print while you sleep'}
            starts={next}
            {...offer}
          />
          <Starts title="Starts with the most slack" starts={found} {...offer} />
        </div>
      ) : null}
      {canStand && quiet.length === 0 && good.length > 0 && (
        <SplitOffer question={question} now={now} onChoose={onChoose} />
      )}
      {good.length === 0 && (
        <NoStart run={run} question={question} now={now} onChoose={onChoose} canStand={canStand} />
      )}
      <Wishes doneBy={doneBy} onDoneBy={setDoneBy} onAsk={() => setAsks(true)} />
      {asks && <PresenceDialog open={asks} onClose={() => setAsks(false)} />}
      {chosen !== null && (
        <ChosenStart
          run={run}
          question={question}
          start={chosen}
          now={now}
          onStand={canStand ? (stand) => onChoose(chosen, stand) : null}
        />
      )}
    </section>
  );
}

/** The first moment of each good stretch. */
function firstsOf(spans: readonly GoodSpan[]): Date[] {
  return spans.slice(0, OFFERED).map(({ from }) => from);
}

interface StartsProps {
  readonly title: string;
  readonly starts: readonly Date[];
  readonly now: number;
  readonly question: StartQuestion;
  readonly onChoose: (at: number) => void;
}

function Starts({ title, starts, now, question, onChoose }: StartsProps) {
  return (
    <div>
      <h3 className="pb-1 text-sm font-semibold">{title}</h3>
      <ul className="flex flex-wrap gap-2">
        {starts.map((at) => (
          <li key={+at}>
            <Button className="min-h-10" onClick={() => onChoose(+at)}>
              {clockOf(+at, now)}
              {nightWithin(question, at) && (
                <span className="font-normal text-caution">· runs while you sleep</span>
              )}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

interface WishesProps {
  readonly doneBy: string;
  readonly onDoneBy: (at: string) => void;
  readonly onAsk: () => void;
}

/** What the person wants of a start. */
function Wishes({ doneBy, onDoneBy, onAsk }: WishesProps) {
  const { reachMinutes } = useAttendSettings();
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2 pt-3 text-sm">
      <label className="flex items-center gap-2">
        Done by
        <input
          type="datetime-local"
          value={doneBy}
          onChange={({ target }) => onDoneBy(target.value)}
          className={FIELD}
        />
      </label>
      <label className="flex items-center gap-2">
        I need
        <InlineNumber
          name="Minutes to reach the printer"
          min={0}
          max={240}
          step={1}
          value={reachMinutes}
          onChange={(minutes) => useAttendSettings.setState({ reachMinutes: minutes })}
          className="w-18"
        />
        min to get there
      </label>
      <Button onClick={onAsk}>Set away hours…</Button>
    </div>
  );
}
