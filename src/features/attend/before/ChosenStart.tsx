'use client';

import { formatDuration } from '@/core/format';
import { asPlanned } from '@/core/run/following/follow';
import { longestAlone } from '@/core/run/startQuestion';
import { nightWithin, type StartQuestion } from '@/core/schedule/startFinder';
import { collisionsOf, withWaiting, type Collision } from '@/core/schedule/startTroubles';
import { runsAtNight, twoRunsFrom } from '@/core/schedule/twoRuns';
import type { RunPlan } from '@/core/run/runPlan';
import type { Run } from '@/store/records/records';
import { FilamentName } from '../BandRow';
import { StandCautions } from '../live/StandNote';
import { clockOf, spreadWords } from '../words';

interface ChosenStartProps {
  readonly run: Pick<Run, 'runPlan'>;
  readonly question: StartQuestion;
  readonly start: number;
  readonly now: number;
  /** Lets it pause at a swap until somebody resumes; null where that cannot be planned yet. */
  readonly onStand: ((stand: NonNullable<RunPlan['stand']>) => void) | null;
}

/** What becomes of the chosen start: every swap by the clock, the longest time alone, and what it collides with. */
export function ChosenStart({ run, question, start, now, onStand }: ChosenStartProps) {
  const { runPlan } = run;
  const { upcoming, end } = asPlanned(runPlan, start);
  const { stand } = runPlan;
  const hits = stand === null ? collisionsOf(question, new Date(start)) : [];
  const alone = longestAlone(runPlan);
  const stops = stand === null ? null : upcoming.find(({ swap }) => swap === stand.swap);
  const sleeps =
    stand !== null && stops && end
      ? runsAtNight(question.presence, {
          start: new Date(start),
          stops: new Date(stops.at),
          goesOn: new Date(stand.until),
          end: new Date(end.at),
        })
      : nightWithin(question, new Date(start)) !== null;
  // A start that only prints through the night is better split where that helps against it.
  const any = onStand !== null && stand === null && (hits.length > 0 || sleeps);
  const found = any ? twoRunsFrom(question, new Date(start)) : null;
  const split = found && hits.length === 0 && runsAtNight(question.presence, found) ? null : found;
  const waiting = withWaiting(question, new Date(start));
  return (
    <div className="mt-4 border-t border-line pt-3">
      <h3 className="font-semibold">Started {clockOf(start, now)}</h3>
      <SwapTimes runPlan={runPlan} start={start} now={now} hits={hits} />
      {end && (
        <p className="pt-2 text-sm">
          Done <strong>{clockOf(end.at, now)}</strong> {spreadWords(end.spread)}. Longest stretch
          without a swap: {formatDuration(alone.end - alone.start)}, from{' '}
          {clockOf(start + alone.start * 1000, now)}.
        </p>
      )}
      {split ? (
        <p className="pt-1 text-sm">
          In two sessions: pause at swap {split.pause + 1}, resume at {clockOf(+split.goesOn, now)};
          done <strong>{clockOf(+split.end, now)}</strong>.{' '}
          {runsAtNight(question.presence, split) && 'Part of it prints while you sleep. '}
          <button
            type="button"
            className="min-h-8 font-medium underline underline-offset-2"
            onClick={() => onStand?.({ swap: split.pause, until: +split.goesOn })}
          >
            Use this pause
          </button>
        </p>
      ) : (
        stand === null &&
        waiting.waited > 0 && (
          <p className="pt-1 text-sm">
            If the printer waits for you:{' '}
            {waiting.tended.map(({ at }, i) => `swap ${i + 1} at ${clockOf(+at, now)}`).join(', ')},
            done <strong>{clockOf(+waiting.end, now)}</strong>.
          </p>
        )
      )}
      {hits
        .filter(({ needed, why }) => needed < 0 || why === 'too-late')
        .map((hit) => (
          <p key={hit.needed} className="pt-1 text-sm">
            <Hit hit={hit} now={now} />
          </p>
        ))}
      {stand !== null && (
        <div className="mt-2 rounded-md bg-sunk px-3 py-2 text-sm">
          <StandCautions />
        </div>
      )}
      {sleeps && (
        <p className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
          The printer would run while you sleep. Never leave a hot printer running while everyone
          sleeps: choose another start, or pause at a swap.
        </p>
      )}
    </div>
  );
}

interface SwapTimesProps extends Pick<ChosenStartProps, 'start' | 'now'> {
  readonly runPlan: RunPlan;
  readonly hits: readonly Collision[];
}

/** Every swap by the clock. */
function SwapTimes({ runPlan, start, now, hits }: SwapTimesProps) {
  const { stand, bands } = runPlan;
  return (
    <ol className="grid gap-1 pt-2">
      {asPlanned(runPlan, start).upcoming.map(({ swap, at, spread }) => {
        const hit = hits.find(({ needed }) => needed === swap);
        return (
          <li key={swap} className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="w-32 font-semibold tabular-nums">
              {clockOf(at, now)}{' '}
              <span className="text-sm font-normal text-muted">{spreadWords(spread)}</span>
            </span>
            <FilamentName band={bands[swap + 1]} size={24} />
            {hit && <Hit hit={hit} now={now} />}
            {stand?.swap === swap && (
              <span className="text-sm">paused until {clockOf(stand.until, now)}</span>
            )}
          </li>
        );
      })}
    </ol>
  );
}

const WHY: Readonly<Record<Collision['why'], string>> = {
  night: 'you sleep',
  away: 'you are out',
  'too-late': 'too late',
};

function Hit({ hit: { why, from, to, needed }, now }: { hit: Collision; now: number }) {
  return (
    <span className="rounded bg-caution-soft px-2 py-0.5 text-sm text-caution">
      {needed < 0 ? 'At the start ' : ''}
      {WHY[why]}{' '}
      {why === 'too-late'
        ? `by ${formatDuration((+to - +from) / 1000)}`
        : `until ${clockOf(+to, now)}`}
    </span>
  );
}
