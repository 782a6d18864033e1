'use client';

import { RadioGroup } from '@/components/controls/RadioGroup';
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
    name: 'Convert to swap',
    effect: 'Lamella adds a swap to your plan and removes the file’s command.',
  },
  {
    answer: 'remove',
    name: 'Remove',
    effect: 'The command becomes a comment; nothing stops here.',
  },
];

/** Stops that the file has already, each with what becomes of it. */
export function StopsList({ stops, plan, onLine }: StopsListProps) {
  return (
    <section aria-labelledby="stops-title" className="mt-5">
      <h2 id="stops-title" className="pb-1 text-base font-semibold">
        Stops in the file
      </h2>
      {stops.length === 0 && (
        <p className="text-sm text-muted">None. The file prints without stopping.</p>
      )}
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
      <p>
        <code className="font-mono text-sm font-semibold">{stop.command}</code> {placeInWords(stop)}
        , <LineLink line={stop.line} onLine={onLine} />
      </p>
      <RadioGroup
        label={`${stop.command} ${placeInWords(stop)}`}
        look="row"
        value={chosen}
        choices={ANSWERS.map(({ answer, name }) => ({
          value: answer,
          words: name,
          disabled: answer === 'take-over' && !canTakeOver(stop),
        }))}
        onChange={(answer) => answerStop(stop, answer)}
        className="pt-1"
      />
      <p className="text-sm text-muted">
        {ANSWERS.find(({ answer }) => answer === chosen)?.effect}
      </p>
    </li>
  );
}

function placeInWords({ layer, place }: FoundStop): string {
  if (layer === null) return 'after the last layer';
  if (place === 'inside') return `inside layer ${layer}, between two lines: it belongs there`;
  if (layer === 1) return 'before anything is printed: it asks for the first filament';
  return `before layer ${layer}`;
}
