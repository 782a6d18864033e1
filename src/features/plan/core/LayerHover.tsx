'use client';

import { formatCm2, formatDuration, formatShare } from '@/core/format';
import { describeLayer } from '@/core/describeLayer';
import type { Layer } from '@/core/layers';
import { recolouredBy } from '@/core/plan/edits/suggestions';
import type { OpenedJob } from '@/base/job/jobContext';
import { CORE_RIGHT } from './corePlaces';

interface LayerHoverProps {
  readonly view: OpenedJob;
  readonly layer: Layer;
  /** Row in the window, px. */
  readonly y: number;
}

/** What is known of the layer under the pointer, and what a swap there would do. */
export function LayerHover({ view, layer, y }: LayerHoverProps) {
  const { plan, reading, analysis } = view;
  const { surface } = analysis;
  const seconds = reading.layers
    .slice(0, layer.number - 1)
    .reduce((sum, one) => sum + one.seconds, reading.secondsBefore);
  const recoloured = recolouredBy(plan, layer.number, reading.layers, surface);
  const share = recoloured / Math.max(1e-9, surface.above[reading.layers.length]);
  return (
    <div
      aria-hidden
      className="pointer-events-none fixed z-20 w-64 -translate-y-1/2 rounded-md border border-edge bg-panel px-3 py-2 text-sm shadow-md"
      style={{ top: y, marginLeft: CORE_RIGHT + 40 }}
    >
      <p className="font-semibold first-letter:uppercase">{describeLayer(layer)}</p>
      <p className="text-muted">
        {formatDuration(layer.seconds)} of printing, {formatDuration(seconds)} after the start
      </p>
      {layer.number > 1 && (
        <p className="mt-1">
          A swap here colours {formatCm2(recoloured)} seen from above, {formatShare(share)}.
        </p>
      )}
    </div>
  );
}
