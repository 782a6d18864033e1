'use client';

import { formatDuration, formatGrams, formatMm, formatShare } from '@/core/format';
import type { Band } from '@/core/plan/work/bands';
import { showLayer, useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { bandLayers } from './bandLayers';
import { BandMenu } from './BandMenu';
import { FilamentMenu } from './FilamentMenu';
import { BandNotes } from './BandNotes';

/** A band: filament, layers, heights, time, mass, what is seen of it, and what to know about it. */
export function BandRow({ band, view }: { band: Band; view: OpenedJob }) {
  const isShown = useViewStore(({ layer }) => layer >= band.first && layer <= band.last);
  const { above, below } = band.seen;
  return (
    <li
      className={`rounded-md border bg-paper p-2 ${isShown ? 'border-accent' : 'border-line'}`}
      aria-current={isShown ? 'true' : undefined}
    >
      <div className="flex items-center gap-2">
        <FilamentMenu view={view} band={band} />
        <BandMenu view={view} band={band} />
      </div>
      <button
        type="button"
        onClick={() => showLayer(band.first)}
        className="mt-1 block w-full rounded text-left text-sm hover:underline"
      >
        {bandLayers(band)} · {formatMm(band.bottom)} to {formatMm(band.top)} mm
      </button>
      <p className="text-sm text-muted">
        {formatDuration(band.seconds)} · {formatGrams(band.grams)} · seen{' '}
        <span className="whitespace-nowrap">{formatShare(above)} above,</span> {formatShare(below)}{' '}
        below
      </p>
      <BandNotes first={band.first} />
    </li>
  );
}
