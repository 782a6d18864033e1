'use client';

import { Swatch } from '@/components/Swatch';
import { formatDuration, formatGrams } from '@/core/format';
import { showLayer } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { bandLayers } from './bandLayers';

/** Where parts lie side by side: what is printed from load to load, in the order of printing. */
export function VisitList({ view: { bands } }: { view: OpenedJob }) {
  return (
    <>
      <p className="pb-2 text-sm text-muted">
        From the first load to the last, in the order of printing. The filaments are chosen part by
        part.
      </p>
      <ol aria-label="Bands" className="grid gap-1">
        {bands.map(({ filament, first, last, seconds, grams }, i) => (
          <li key={i} className="[content-visibility:auto]">
            <button
              type="button"
              onClick={() => showLayer(first)}
              className="flex w-full items-center gap-2 rounded-md border border-line bg-paper p-1.5 text-left text-sm hover:border-edge"
            >
              <span className="w-6 text-right text-muted">{i + 1}</span>
              <Swatch filament={filament} size={22} />
              <span className="min-w-0 flex-1">
                <span className="block truncate font-medium">{filament.name}</span>
                <span className="block text-muted">
                  {bandLayers({ first, last })} · {formatDuration(seconds)} · {formatGrams(grams)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
