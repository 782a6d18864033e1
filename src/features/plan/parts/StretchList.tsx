'use client';

import { partKeys } from '@/core/plan/parts';
import { withStretches } from '@/core/plan/sidePlan';
import type { OpenedJob } from '@/features/job/jobContext';
import { changePlan } from '@/store/planStore';
import { useViewStore } from '@/store/viewStore';
import { partName } from './partName';

/**
 * Where a file stops at every change: which part comes behind each stop of the shown layer. Lamella proposes
 * it, and the person may say otherwise.
 */
export function StretchList({ view }: { view: OpenedJob }) {
  const { plan, reading } = view;
  const layer = useViewStore((state) => state.layer);
  if (plan.stretches.length === 0) return null;
  const keys = partKeys(reading, plan.stretches);
  const highest = Math.max(...keys.map((key) => Number(key.slice(1))));
  const choices = [...keys, `P${highest + 1}`];
  const here = plan.stretches.filter(({ line }) => {
    const stop = reading.stops.find((one) => one.line === line);
    return stop?.layer === layer;
  });
  const choose = (line: number, part: string): void =>
    changePlan(`part behind the stop on line ${line}`, (one) =>
      withStretches(
        one,
        reading,
        one.stretches.map((stretch) => (stretch.line === line ? { ...stretch, part } : stretch)),
      ),
    );
  return (
    <section aria-labelledby="stretches-title">
      <h2 id="stretches-title" className="pb-1 font-semibold">
        Stops in the file
      </h2>
      <p className="pb-1 text-sm text-muted">
        {plan.stretches.length} stops stand for changes of filament. Those of layer {layer}:
      </p>
      <ul className="grid gap-1 text-sm">
        {here.map(({ line, part }) => (
          <li key={line} className="flex items-center gap-2">
            <span>Behind line {line}</span>
            <select
              aria-label={`Part behind line ${line}`}
              value={part}
              onChange={(event) => choose(line, event.target.value)}
              className="ml-auto rounded-md border border-edge bg-paper px-2 py-1"
            >
              {choices.map((key) => (
                <option key={key} value={key}>
                  {keys.includes(key) ? partName(key) : 'another part'}
                </option>
              ))}
            </select>
          </li>
        ))}
        {here.length === 0 && <li className="text-muted">none</li>}
      </ul>
    </section>
  );
}
