'use client';

import type { OpenedJob } from '@/base/job/jobContext';
import { useRestingView } from '@/store/plans/resting';
import { StretchSelect } from './StretchSelect';

/**
 * Where a file stops at every change: which part comes behind each stop of the shown layer. Lamella proposes
 * it, and the person may say otherwise, here or on the sheet.
 */
export function StretchList({ view }: { view: OpenedJob }) {
  const { plan } = view;
  const layer = useRestingView((state) => state.layer);
  if (view.kind === 'model' || plan.stretches.length === 0) return null;
  const here = plan.stretches.filter(({ line }) => {
    const stop = view.reading.stops.find((one) => one.line === line);
    return stop?.layer === layer;
  });
  return (
    <section aria-labelledby="stretches-title">
      <h2 id="stretches-title" className="pb-1 font-semibold">
        Stops in the file
      </h2>
      <p className="pb-1 text-sm text-muted">
        {plan.stretches.length} stops are filament changes. In layer {layer} (shown on the sheet):
      </p>
      <ul className="grid gap-1 text-sm">
        {here.map((stretch) => (
          <li key={stretch.line} className="flex items-center gap-2">
            <span>After line {stretch.line}</span>
            <StretchSelect
              view={view}
              stretch={stretch}
              label={`Part after line ${stretch.line}`}
              className="ml-auto"
            />
          </li>
        ))}
        {here.length === 0 && <li className="text-muted">none</li>}
      </ul>
    </section>
  );
}
