'use client';

import type { FoundStop } from '@/core/gcode/stops';
import { type JobPlan } from '@/core/plan/jobPlan';
import { canTakeOver, stopAnswer, type StopAnswer } from '@/core/plan/stopAnswers';
import { answerStop } from '@/store/plans/planStore';
import { LineLink } from './LineLink';

interface StopsListProps {
  readonly stops: readonly FoundStop[];
  readonly plan: JobPlan;
  readonly onLine: (line: number) => void;
}

const ANSWERS: readonly { answer: StopAnswer; name: string; effect: string }[] = [
  { answer: 'keep', name: 'Keep', effect: 'The printer stops here as the file says.' },
  {
    answer: 'take-over',
    name: 'Take over',
    effect: 'It becomes a swap of your plan, and the file’s own command is taken out.',
  },
  { answer: 'remove', name: 'Remove', effect: 'It is turned into a comment; nothing stops here.' },
];

/** Stops that the file has already, each with what becomes of it. */
export function StopsList({ stops, plan, onLine }: StopsListProps) {
  return (
    <section aria-labelledby="stops-title" className="mt-5">
      <h2 id="stops-title" className="pb-1 text-base font-semibold">
        Stops in the file
      </h2>
      {stops.length === 0 && <p className="text-sm text-muted">None. The file prints in one go.</p>}
      <ul className="grid gap-2">
        {stops.map((stop) => (
          <StopItem key={stop.line} stop={stop} plan={plan} onLine={onLine} />
        ))}
      </ul>
    </section>
  );
}

interface StopItemProps {
  readonly stop: FoundStop;
  readonly plan: JobPlan;
  readonly onLine: (line: number) => void;
}

function StopItem({ stop, plan, onLine }: StopItemProps) {
  const chosen = stopAnswer(plan, stop);
  return (
    <li className="rounded-md border border-line bg-paper p-3">
      <fieldset>
        <legend className="float-left w-full">
          <code className="font-mono text-sm font-semibold">{stop.command}</code>{' '}
          {placeInWords(stop)}, <LineLink line={stop.line} onLine={onLine} />
        </legend>
        <div className="clear-both flex flex-wrap gap-x-4 pt-1">
          {ANSWERS.map(({ answer, name }) => (
            <label key={answer} className="flex items-center gap-1.5">
              <input
                type="radio"
                name={`stop-${stop.line}`}
                checked={chosen === answer}
                disabled={answer === 'take-over' && !canTakeOver(stop)}
                onChange={() => answerStop(stop, answer)}
                className="accent-accent"
              />
              {name}
            </label>
          ))}
        </div>
        <p className="text-sm text-muted">
          {ANSWERS.find(({ answer }) => answer === chosen)?.effect}
        </p>
      </fieldset>
    </li>
  );
}

function placeInWords({ layer, place }: FoundStop): string {
  if (layer === null) return 'after the last layer';
  if (place === 'inside') return `inside layer ${layer}, between two lines: it belongs there`;
  if (layer === 1) return 'before anything is printed: it asks for the first filament';
  return `before layer ${layer}`;
}
