'use client';

import { Blend, Hand, ImageDown, Ruler } from 'lucide-react';
import dynamic from 'next/dynamic';
import { hasWebGl } from '@/browser/webgl';
import { MODE_NAMES } from '@/actions/viewActions';
import { formatCm2, formatDuration, formatMm, formatShare } from '@/core/format';
import { describeLayer } from '@/core/describeLayer';
import type { Layer } from '@/core/layers';
import { ActionButton } from '@/base/job/ActionButton';
import { SHEET_MODES, showMode, useViewStore, type SheetMode } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';

// three.js is large, and the rest of the desk works before it is there.
const Drawing = dynamic(
  () =>
    hasWebGl()
      ? import('./SheetCanvas').then((module) => module.SheetCanvas)
      : import('./FlatSheet').then((module) => module.FlatSheet),
  {
    ssr: false,
    loading: () => <p className="m-auto text-ink">Laying out the sheet…</p>,
  },
);

/** The print on paper: a layer's paths, the finished look, what a step changes, or the side. */
export function SheetPanel({ view }: { view: OpenedJob }) {
  const mode = useViewStore((state) => state.mode);
  const blends = useViewStore((state) => state.blends);
  const measuring = useViewStore((state) => state.measuring);
  const layer = view.reading.layers[useViewStore((state) => state.layer) - 1];
  return (
    <section
      aria-label="Sheet"
      data-tour="sheet"
      className="flex min-h-105 min-w-0 flex-col lg:min-h-0"
    >
      <div className="px-3 pt-2">
        <ModeSwitch mode={mode} />
      </div>
      <div className="flex items-start gap-2 pt-1 pr-3 pb-1.5 pl-4">
        <div className="min-w-0 flex-1">
          <h2 className="truncate text-base leading-tight font-semibold first-letter:uppercase">
            {describeLayer(layer)}
          </h2>
          <p className="truncate text-sm text-muted">{caption(mode, layer, view, blends)}</p>
        </div>
        <div className="flex">
          {(mode === 'above' || mode === 'below') && (
            <ActionButton
              actionId="blend"
              context={view.actions}
              kind="quiet"
              className={`px-2 ${blends ? 'bg-accent-soft' : ''}`}
              aria-pressed={blends}
              icon={<Blend aria-hidden size={18} />}
            />
          )}
          <ActionButton
            actionId="measure"
            context={view.actions}
            kind="quiet"
            className={`px-2 ${measuring ? 'bg-accent-soft' : ''}`}
            aria-pressed={measuring}
            icon={<Ruler aria-hidden size={18} />}
          />
          <ActionButton
            actionId="in-hand"
            context={view.actions}
            kind="quiet"
            className="px-2"
            icon={<Hand aria-hidden size={18} />}
          />
          <ActionButton
            actionId="save-picture"
            context={view.actions}
            kind="quiet"
            className="px-2"
            icon={<ImageDown aria-hidden size={18} />}
          />
        </div>
      </div>
      <div className="relative flex min-h-0 flex-1 overflow-hidden bg-sheet">
        <Drawing view={view} />
      </div>
    </section>
  );
}

function ModeSwitch({ mode }: { mode: SheetMode }) {
  return (
    <div role="radiogroup" aria-label="What the sheet shows" className="flex flex-wrap gap-0.5">
      {SHEET_MODES.map((one) => (
        <label
          key={one}
          className="cursor-pointer rounded-md px-2 py-1 text-sm font-medium text-muted hover:bg-sunk has-checked:bg-accent-soft has-checked:text-ink has-focus-visible:outline-2 has-focus-visible:outline-accent"
        >
          <input
            type="radio"
            name="sheet-mode"
            checked={mode === one}
            onChange={() => showMode(one)}
            className="sr-only"
          />
          {MODE_NAMES[one]}
        </label>
      ))}
    </div>
  );
}

/** What the sheet shows just now, in words. */
function caption(
  mode: SheetMode,
  layer: Layer,
  { reading, bands, analysis }: OpenedJob,
  blends: boolean,
): string {
  if (mode === 'layer') {
    return `${formatDuration(layer.seconds)} · ${(layer.filamentMm / 1000).toFixed(2)} m`;
  }
  if (mode === 'above' || mode === 'below') {
    // A filament may have many bands, as where parts lie side by side.
    const shares = new Map<string, number>();
    for (const { filament, seen: share } of bands) {
      shares.set(filament.letter, (shares.get(filament.letter) ?? 0) + share[mode]);
    }
    const seen = [...shares]
      .filter(([, share]) => share >= 0.005)
      .map(([letter, share]) => `${letter} ${formatShare(share)}`);
    const thin = blends ? ', thin colours blended' : '';
    return mode === 'above'
      ? `Finished look: ${seen.join(', ')}${thin}`
      : `Bed side, mirrored as you see it: ${seen.join(', ')}${thin}`;
  }
  if (mode === 'backlit') {
    return 'Before a lamp. Open fill lets more light through.';
  }
  if (mode === 'side') {
    return `From the front, ${formatMm(reading.layers.at(-1)?.z ?? 0)} mm high`;
  }
  if (layer.number < 2) return 'The first layer lies on the bed.';
  const below = reading.layers[layer.number - 2];
  const fromBelow = analysis.surface.below;
  const inAir = fromBelow[layer.number] - fromBelow[layer.number - 1];
  return `Ends below: ${formatCm2(below.exposedMm2)} stay visible · begins in the air: ${formatCm2(inAir)}`;
}
