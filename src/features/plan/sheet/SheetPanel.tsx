'use client';

import { Segments } from '@/components/controls/Segments';
import { Toolbar } from '@/components/controls/Toolbar';
import { Blend, Rotate3d, ImageDown, Ruler } from 'lucide-react';
import dynamic from 'next/dynamic';
import { hasWebGl } from '@/browser/webgl';
import { MODE_NAMES } from '@/actions/viewActions';
import { formatCm2, formatDuration, formatMm, formatShare } from '@/core/format';
import { describeLayer } from '@/core/describeLayer';
import { lampWords } from '@/core/filament/look';
import type { Layer } from '@/core/layers';
import { ActionTool } from '@/base/job/ActionTool';
import { useLamp } from '@/base/pictures/useLamp';
import { useRestingView } from '@/store/plans/resting';
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
    loading: () => <p className="m-auto text-ink">Drawing the sheet…</p>,
  },
);

/** The print on paper: a layer's paths, the finished look, what a step changes, or the side. */
export function SheetPanel({ view }: { view: OpenedJob }) {
  const mode = useViewStore((state) => state.mode);
  const blends = useViewStore((state) => state.blends);
  const measuring = useViewStore((state) => state.measuring);
  const layer = view.reading.layers[useRestingView((state) => state.layer) - 1];
  const lamp = useLamp(view, mode === 'backlit');
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
          <p className="truncate text-sm text-muted">
            {lamp
              ? `Backlit, ${lampWords(lamp.lamp)}. Sparse infill lets more light through.`
              : caption(mode, layer, view, blends)}
          </p>
        </div>
        <Toolbar label="Sheet tools">
          {(mode === 'above' || mode === 'below') && (
            <ActionTool
              actionId="blend"
              context={view.actions}
              className={`px-2 ${blends ? 'bg-accent-soft' : ''}`}
              aria-pressed={blends}
              icon={<Blend aria-hidden size={18} />}
            />
          )}
          <ActionTool
            actionId="measure"
            context={view.actions}
            className={`px-2 ${measuring ? 'bg-accent-soft' : ''}`}
            aria-pressed={measuring}
            icon={<Ruler aria-hidden size={18} />}
          />
          <ActionTool
            actionId="in-hand"
            context={view.actions}
            className="px-2"
            icon={<Rotate3d aria-hidden size={18} />}
          />
          <ActionTool
            actionId="save-picture"
            context={view.actions}
            className="px-2"
            icon={<ImageDown aria-hidden size={18} />}
          />
        </Toolbar>
      </div>
      <div className="relative flex min-h-0 flex-1 overflow-hidden bg-sheet">
        <Drawing view={view} />
      </div>
    </section>
  );
}

function ModeSwitch({ mode }: { mode: SheetMode }) {
  return (
    <Segments
      label="Sheet view"
      value={mode}
      options={SHEET_MODES.map((one) => ({ value: one, words: MODE_NAMES[one] }))}
      onChange={showMode}
    />
  );
}

/** What the sheet shows just now, in words. */
function caption(mode: SheetMode, layer: Layer, job: OpenedJob, blends: boolean): string {
  const { reading, bands, analysis } = job;
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
  if (mode === 'side') {
    return `From the front, ${formatMm(reading.layers.at(-1)?.z ?? 0)} mm high`;
  }
  if (layer.number < 2) return 'The first layer lies on the bed.';
  const below = reading.layers[layer.number - 2];
  const fromBelow = analysis.surface.below;
  const inAir = fromBelow[layer.number] - fromBelow[layer.number - 1];
  return `Ends below: ${formatCm2(below.exposedMm2)} stay visible · begins in the air: ${formatCm2(inAir)}`;
}
