'use client';

import dynamic from 'next/dynamic';
import { describeLayer, formatDuration } from '@/core/format';
import type { Reading } from '@/core/gcode/reading';
import { filamentOf, letterAt, type JobPlan } from '@/core/plan/jobPlan';
import { useViewStore } from '@/store/viewStore';
import type { PrintClient } from '@/workers/printClient';
import { usePaths } from './usePaths';

// three.js is large, and the rest of the desk works before it is there.
const SheetCanvas = dynamic(() => import('./SheetCanvas').then((module) => module.SheetCanvas), {
  ssr: false,
  loading: () => <p className="m-auto text-ink">Laying out the sheet…</p>,
});

interface SheetPanelProps {
  readonly client: PrintClient;
  readonly reading: Reading;
  readonly plan: JobPlan;
}

/** The shown layer's paths from above, in its band's colour. */
export function SheetPanel({ client, reading, plan }: SheetPanelProps) {
  const number = useViewStore((state) => state.layer);
  const layer = reading.layers[number - 1] ?? reading.layers[0];
  const paths = usePaths(client, number);
  const filament = filamentOf(plan, letterAt(plan, number));
  const ghost = filamentOf(plan, letterAt(plan, number - 1));
  const words = describeLayer(layer);
  return (
    <section aria-label="Sheet" className="flex min-h-105 min-w-0 flex-col lg:min-h-0">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-3 pb-2">
        <h2 className="text-base font-semibold first-letter:uppercase">{words}</h2>
        <p className="text-sm text-muted">
          {formatDuration(layer.seconds)} · {(layer.filamentMm / 1000).toFixed(2)} m
        </p>
      </div>
      <div className="relative flex min-h-0 flex-1 overflow-hidden bg-sheet">
        <p className="sr-only">
          The paths of this layer, printed in {filament.name}, seen from above.
        </p>
        <SheetCanvas
          paths={paths?.paths ?? null}
          below={paths?.below ?? null}
          colour={filament.colour}
          belowColour={ghost.colour}
          footprint={reading.footprint}
        />
      </div>
    </section>
  );
}
