'use client';

import { foundParts, type Stretch } from '@/core/plan/parts';
import { withStretches } from '@/core/plan/edits/partPlan';
import type { OpenedFile } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';
import { partName } from '@/core/plan/partName';

interface StretchSelectProps {
  readonly view: OpenedFile;
  readonly stretch: Stretch;
  readonly label: string;
  readonly className?: string;
}

/** Says which part comes behind a stop of the file. */
export function StretchSelect({ view, stretch, label, className = '' }: StretchSelectProps) {
  const { plan, reading } = view;
  const keys = [...new Set(foundParts(reading, plan.stretches))];
  const highest = Math.max(...keys.map((key) => Number(key.slice(1))));
  const choices = [...keys, `P${highest + 1}`];
  const choose = (part: string): void =>
    changePlan(`part behind the stop on line ${stretch.line}`, (one) =>
      withStretches(
        one,
        reading,
        one.stretches.map((other) => (other.line === stretch.line ? { ...other, part } : other)),
      ),
    );
  return (
    <select
      aria-label={label}
      value={stretch.part}
      onChange={(event) => choose(event.target.value)}
      className={`rounded-md border border-edge bg-paper px-2 py-1 ${className}`}
    >
      {choices.map((key) => (
        <option key={key} value={key}>
          {keys.includes(key) ? partName(key, reading.sources) : 'another part'}
        </option>
      ))}
    </select>
  );
}
