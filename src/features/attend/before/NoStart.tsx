'use client';

import { useMemo } from 'react';
import { formatDuration } from '@/core/format';
import { type StartQuestion } from '@/core/schedule/startFinder';
import { inTheWay, MOST_LOOKED_AT, withWaiting } from '@/core/schedule/startTroubles';
import type { RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records/records';
import { clockOf } from '../words';
import { bestSplit, SplitWords } from './SplitOffer';

/** Starts at which the printer waits for somebody are tried in these steps, ms. */
const STEP = 30 * 60_000;

interface NoStartProps {
  readonly run: Pick<Run, 'runPlan'>;
  readonly question: StartQuestion;
  readonly now: number;
  readonly onChoose: (at: number, stand?: RunPlan['stand']) => void;
  readonly canStand: boolean;
}

/** No start is good: what is in the way, and what would help. */
export function NoStart({ run, question, now, onChoose, canStand }: NoStartProps) {
  const { runPlan } = run;
  const place = inTheWay(question);
  const split = useMemo(() => (canStand ? bestSplit(question) : null), [question, canStand]);
  // The start that keeps the printer waiting least.
  const waiting = useMemo(() => {
    if (question.needed.length > MOST_LOOKED_AT) return null;
    const span = +question.until - +question.from;
    const all = Array.from({ length: span / STEP }, (_, i) => +question.from + i * STEP);
    const open = all.filter(
      (at) =>
        withWaiting({ ...question, needed: [{ at: 0, spread: 0, hands: 0 }] }, new Date(at))
          .waited === 0,
    );
    return open
      .map((at) => ({ at, run: withWaiting(question, new Date(at)) }))
      .reduce<{ at: number; run: ReturnType<typeof withWaiting> } | null>(
        (best, one) => (best && best.run.waited <= one.run.waited ? best : one),
        null,
      );
  }, [question]);
  const swap = place === null ? null : runPlan.swaps[place];
  const filament = place === null ? null : runPlan.bands[place + 1].filament;
  return (
    <div role="status" className="mt-3 rounded-md bg-caution-soft px-4 py-3 text-sm">
      <p className="font-semibold">No start in the next three days fits your hours.</p>
      {swap && filament && (
        <p className="pt-1">
          The problem is swap {place! + 1}, {filament.letter} {filament.name} before layer{' '}
          {swap.layer}.
        </p>
      )}
      <ul className="list-disc pt-1 pl-5">
        <li>Another order, fewer swaps or merged bands (Plan) may help.</li>
        <li>A faster slicer profile or fewer copies finish earlier.</li>
        {split ? (
          <li>
            <SplitWords split={split} question={question} now={now} onChoose={onChoose} />
          </li>
        ) : (
          waiting && (
            <li>
              Or let the printer wait: if started {clockOf(waiting.at, now)}, it waits{' '}
              {formatDuration(waiting.run.waited)} for you in total. Filament degrades in a hot,
              idle nozzle, and many printers let it cool; the bed has to hold the part. Do not let
              the printer wait hot while nobody is home.{' '}
              <Choose onClick={() => onChoose(waiting.at)} />
            </li>
          )
        )}
      </ul>
    </div>
  );
}

function Choose({ onClick }: { onClick: () => void }) {
  return (
    <button type="button" className="font-medium underline underline-offset-2" onClick={onClick}>
      Choose this start
    </button>
  );
}
