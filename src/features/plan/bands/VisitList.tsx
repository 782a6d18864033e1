'use client';

import { Swatch } from '@/components/Swatch';
import { formatDuration, formatGrams } from '@/core/format';
import { showLayer } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { layerRange } from '@/core/describeLayer';

/** Where parts lie side by side: what is printed from load to load, in the order of printing. */
export function VisitList({ view: { bands } }: { view: OpenedJob }) {
  return (
    <>
      <p className="pb-2 text-sm text-muted">
        All loads in printing order. Choose the filaments part by part.
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
                  {layerRange({ first, last })} · {formatDuration(seconds)} · {formatGrams(grams)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
