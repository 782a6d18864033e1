import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { FilamentName } from '../BandRow';
import { clockOf, inWords, spreadWords } from '../words';

interface ComingProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
}

/** So many swaps are listed; the rest is for later. */
const MOST_LISTED = 12;

/** All that is still to come, by the clock. */
export function Coming({ runPlan, state, now }: ComingProps) {
  const { upcoming, end, factor } = state;
  const percent = Math.round((factor - 1) * 100);
  const more = upcoming.length - MOST_LISTED;
  const { stand } = runPlan;
  return (
    <section aria-labelledby="coming-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="coming-title" className="pb-2 text-lg font-semibold">
        Up next
      </h2>
      <ol className="grid gap-2">
        {upcoming.slice(0, MOST_LISTED).map(({ swap, at, spread }) => (
          <li key={swap} className="flex items-center gap-3">
            <span className="w-24 shrink-0 font-semibold tabular-nums">
              {clockOf(at, now)}
              <span className="block text-xs font-normal text-muted">{spreadWords(spread)}</span>
            </span>
            <span className="min-w-0">
              <FilamentName band={runPlan.bands[swap + 1]} size={28} />
              {stand?.swap === swap && (
                <span className="text-sm text-muted">paused until {clockOf(stand.until, now)}</span>
              )}
            </span>
          </li>
        ))}
      </ol>
      {more > 0 && <p className="pt-2 text-sm text-muted">And {more} more.</p>}
      {end && (
        <p className="pt-2">
          Done <strong className="tabular-nums">{clockOf(end.at, now)}</strong>{' '}
          <span className="text-muted">{spreadWords(end.spread)}</span>
        </p>
      )}
      {percent !== 0 && (
        <p className="pt-1 text-sm text-muted">
          This printer takes {Math.abs(percent)} % {percent > 0 ? 'longer' : 'less'} than planned so
          far.
        </p>
      )}
      {state.startedAt !== null && (
        <p className="pt-1 text-sm text-muted">
          Started {clockOf(state.startedAt, now)}, {inWords(state.startedAt, now)}.
        </p>
      )}
    </section>
  );
}
