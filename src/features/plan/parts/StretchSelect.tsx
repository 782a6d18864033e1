'use client';

import { Select } from '@/components/controls/Select';
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
    changePlan(`part after the stop on line ${stretch.line}`, (one) =>
      withStretches(
        one,
        reading,
        one.stretches.map((other) => (other.line === stretch.line ? { ...other, part } : other)),
      ),
    );
  return (
    <Select
      label={label}
      value={stretch.part}
      options={choices.map((key) => ({
        value: key,
        words: keys.includes(key) ? partName(key, reading.sources) : 'another part',
      }))}
      onChange={choose}
      className={className}
    />
  );
}
