'use client';

import { useMemo } from 'react';
import { formatDuration } from '@/core/format';
import type { RunPlan } from '@/core/run/runPlan';
import type { StartQuestion } from '@/core/schedule/startFinder';
import { runsAtNight, twoRuns, type TwoRuns } from '@/core/schedule/twoRuns';
import { StandCautions } from '../live/StandNote';
import { clockOf } from '../words';

interface SplitOfferProps {
  readonly question: StartQuestion;
  readonly now: number;
  readonly onChoose: (at: number, stand?: RunPlan['stand']) => void;
}

/** A print in two runs that leaves the hours of sleep alone; where there is none, one that does not. */
export function bestSplit(question: StartQuestion): TwoRuns | null {
  return twoRuns({ ...question, isAwake: true }) ?? twoRuns(question);
}

/** What becomes of a print in two runs, and the way to plan it so. */
export function SplitWords({
  split,
  question,
  now,
  onChoose,
}: SplitOfferProps & { readonly split: TwoRuns }) {
  return (
    <>
      In two sessions: if started {clockOf(+split.start, now)}, it stops at swap {split.pause + 1}{' '}
      at {clockOf(+split.stops, now)}. It stays paused for{' '}
      {formatDuration((+split.goesOn - +split.stops) / 1000)}, until {clockOf(+split.goesOn, now)},
      and is done {clockOf(+split.end, now)}.{' '}
      {runsAtNight(question.presence, split) && 'Part of it prints while you sleep. '}
      <button
        type="button"
        className="min-h-8 font-medium underline underline-offset-2"
        onClick={() => onChoose(+split.start, { swap: split.pause, until: +split.goesOn })}
      >
        Choose this start
      </button>
      <StandCautions />
    </>
  );
}

/** Where every start prints through a night: two runs that do not, if there are such. */
export function SplitOffer(props: SplitOfferProps) {
  const { question } = props;
  const split = useMemo(() => twoRuns({ ...question, isAwake: true }), [question]);
  if (split === null) return null;
  return (
    <div className="mt-3 rounded-md bg-caution-soft px-4 py-3 text-sm">
      <SplitWords {...props} split={split} />
    </div>
  );
}
