import { formatDuration } from '@/core/format';
import type { RunState } from '@/core/run/follow';
import type { RunPlan } from '@/core/run/runPlan';
import { FilamentName } from './BandRow';
import { clockOf, spreadWords } from './words';

interface ComingProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
}

/** All that is still to come, by the clock. */
export function Coming({ runPlan, state, now }: ComingProps) {
  const { upcoming, end, factor } = state;
  const percent = Math.round((factor - 1) * 100);
  return (
    <section aria-labelledby="coming-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="coming-title" className="pb-2 text-lg font-semibold">
        To come
      </h2>
      <ol className="grid gap-2">
        {upcoming.map(({ swap, at, spread }) => (
          <li key={swap} className="flex items-center gap-3">
            <span className="w-24 shrink-0 font-semibold tabular-nums">
              {clockOf(at, now)}
              <span className="block text-xs font-normal text-muted">{spreadWords(spread)}</span>
            </span>
            <FilamentName band={runPlan.bands[swap + 1]} size={28} />
          </li>
        ))}
      </ol>
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
          It runs for {formatDuration(Math.max(0, now - state.startedAt) / 1000)}.
        </p>
      )}
    </section>
  );
}
