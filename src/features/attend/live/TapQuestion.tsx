import { useEffect, useRef } from 'react';
import { Button } from '@/components/Button';
import type { RunState } from '@/core/run/following/runState';
import type { Told } from '@/store/prints/runs';
import { clockOf, inWords } from '../words';

interface TapQuestionProps {
  readonly told: Told;
  readonly state: RunState;
  readonly now: number;
  readonly onAnswer: (isSo: boolean) => void;
}

/** A tap that comes long before its time: it is asked about in its place, before it moves all times. */
export function TapQuestion({ told, state, now, onAnswer }: TapQuestionProps) {
  const yes = useRef<HTMLButtonElement>(null);
  useEffect(() => yes.current?.focus(), []);
  const next = state.upcoming.at(0);
  const due = next ?? state.end;
  if (!due) return null;
  const what = next ? `Swap ${next.swap + 1} is due` : 'The end is due';
  const so =
    told.kind === 'finished'
      ? 'Yes, the print is done'
      : told.kind === 'missed'
        ? 'Yes, the stop was missed'
        : 'Yes, the printer has stopped';
  return (
    <div
      role="group"
      aria-labelledby="doubt"
      className="mt-3 grid gap-2 rounded-md bg-caution-soft px-3 py-3"
    >
      <p id="doubt">
        {what} at {clockOf(due.at, now)}, {inWords(due.at, now)}. If this has already happened, all
        later times move.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button ref={yes} className="min-h-11" onClick={() => onAnswer(true)}>
          {so}
        </Button>
        <Button className="min-h-11" onClick={() => onAnswer(false)}>
          No, not yet
        </Button>
      </div>
    </div>
  );
}
