'use client';

import type { OpenedJob } from '@/base/job/jobContext';
import { HeldList } from './HeldList';
import { LayerOrder } from './LayerOrder';
import { OrderChoices } from './OrderChoices';
import { PartRow } from './PartRow';
import { StretchList } from './StretchList';
import { TouchList } from './TouchList';

/** Parts that are printed side by side: their filaments, and in which order they are printed. */
export function PartsTab({ view }: { view: OpenedJob }) {
  const { plan, parts, bands } = view;
  const printed = parts.order.map((section) => parts.wishes[section].part);
  const inOrder = plan.parts.toSorted((a, b) => printed.indexOf(a.key) - printed.indexOf(b.key));
  return (
    <div className="grid gap-4">
      <section aria-labelledby="parts-title">
        <h2 id="parts-title" className="pb-1 font-semibold">
          Parts
        </h2>
        <ol aria-label="Parts" className="grid gap-2">
          {inOrder.map((part) => (
            <PartRow key={part.key} part={part} view={view} parts={parts} />
          ))}
        </ol>
        <p className="mt-2 font-medium">
          First load: {bands[0]?.filament.letter} {bands[0]?.filament.name}.
        </p>
      </section>
      <OrderChoices view={view} parts={parts} />
      <TouchList view={view} parts={parts} />
      <HeldList parts={parts} view={view} />
      <LayerOrder view={view} parts={parts} />
      <StretchList view={view} />
    </div>
  );
}
