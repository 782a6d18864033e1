import { waitTimers } from '@/core/run/checklist';
import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import type { Told } from '@/store/prints/runs';
import { inWords } from '../words';

interface WaitTimersProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
  /** Tells that something has gone already; null where that teaches nothing. */
  readonly onTell: ((told: Told) => void) | null;
}

const ADVICE = {
  nozzle: 'Reheat the nozzle before you unload anything.',
  motors: 'The printer may have lost its position. Do not push the head.',
} as const;

/** What happens by itself to a printer that waits, as times that run. */
export function WaitTimers({ runPlan, state, now, onTell }: WaitTimersProps) {
  return waitTimers(runPlan, state.since!, state.swap).map(({ id, text, at, isAlarm }) => {
    const isUp = now >= at;
    return (
      <p
        key={id}
        role={isUp && isAlarm ? 'alert' : undefined}
        className={`mb-2 rounded-md px-3 py-2 text-sm ${isUp && isAlarm ? 'bg-danger-soft' : 'bg-caution-soft'}`}
      >
        {text} <strong className="tabular-nums">{inWords(at, now)}</strong>.
        {(isUp || !isAlarm) && ` ${ADVICE[id]}`}{' '}
        {!isUp && onTell && (
          <button
            type="button"
            className="min-h-8 font-medium underline underline-offset-2"
            onClick={() => onTell({ kind: 'gone', what: id })}
          >
            Already happened
          </button>
        )}
      </p>
    );
  });
}
