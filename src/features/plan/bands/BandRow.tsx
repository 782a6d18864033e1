'use client';

import { formatDuration, formatGrams, formatMm, formatShare } from '@/core/format';
import type { Band } from '@/core/plan/work/bands';
import { useRestingView } from '@/store/plans/resting';
import { showLayer } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { layerRange } from '@/core/describeLayer';
import { Ellipsis } from 'lucide-react';
import { ButtonMenu, PlaceMenu } from '@/components/controls/EntryMenu';
import { bandEntries } from './bandEntries';
import { FilamentMenu } from './FilamentMenu';
import { BandNotes } from './BandNotes';

/** A band: filament, layers, heights, time, mass, what is seen of it, and what to know about it. */
export function BandRow({ band, view }: { band: Band; view: OpenedJob }) {
  const { above, below } = band.seen;
  const shown = useRestingView((state) => state.layer);
  const isShown = shown >= band.first && shown <= band.last;
  const entries = bandEntries(band, view.bands, shown);
  return (
    <PlaceMenu entries={entries}>
      <div
        className={`min-w-0 flex-1 rounded-md border bg-paper p-2 ${isShown ? 'border-accent' : 'border-line'}`}
        aria-current={isShown ? 'true' : undefined}
      >
        <div className="flex items-center gap-2">
          <FilamentMenu view={view} band={band} />
          <ButtonMenu entries={entries}>
            <button
              type="button"
              aria-label={`Change the band of ${layerRange(band).toLowerCase()}`}
              className="ml-auto rounded p-1.5 text-muted hover:bg-sunk hover:text-ink"
            >
              <Ellipsis aria-hidden size={18} />
            </button>
          </ButtonMenu>
        </div>
        <button
          type="button"
          onClick={() => showLayer(band.first)}
          className="mt-1 block w-full rounded text-left text-sm hover:underline"
        >
          {layerRange(band)} · {formatMm(band.bottom)} to {formatMm(band.top)} mm
        </button>
        <p className="text-sm text-muted">
          {formatDuration(band.seconds)} · {formatGrams(band.grams)} · seen{' '}
          <span className="whitespace-nowrap">{formatShare(above)} above,</span>{' '}
          {formatShare(below)} below
        </p>
        <BandNotes first={band.first} />
      </div>
    </PlaceMenu>
  );
}
