'use client';

import type { Layer } from '@/core/layers';
import type { MainBand } from '@/core/plan/work/layerShares';
import { useRestingView } from '@/store/plans/resting';
import { panCore, useViewStore } from '@/store/plans/viewStore';
import { OVERVIEW_LEFT, OVERVIEW_WIDTH } from './corePlaces';
import { coreScale } from './coreScale';

interface CoreOverviewProps {
  readonly layers: readonly Layer[];
  readonly bands: readonly MainBand[];
  readonly topZ: number;
  readonly height: number;
}

/** The whole print as a narrow strip, with the part that the core shows; drag that part. */
export function CoreOverview({ layers, bands, topZ, height }: CoreOverviewProps) {
  const layer = useRestingView((state) => state.layer);
  const span = useViewStore((state) => state.coreSpan);
  const { y, z } = coreScale(topZ, height);
  const moveTo = (event: React.PointerEvent): void => {
    if (!span) return;
    const row = event.clientY - event.currentTarget.getBoundingClientRect().top;
    panCore(z(row) / topZ - (span.to - span.from) / 2);
  };
  return (
    <div
      aria-hidden
      className={`absolute inset-y-0 touch-none ${span ? 'cursor-ns-resize' : ''}`}
      style={{ left: OVERVIEW_LEFT, width: OVERVIEW_WIDTH }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        moveTo(event);
      }}
      onPointerMove={(event) => event.buttons !== 0 && moveTo(event)}
    >
      {bands.map((band) => (
        <div
          key={band.first}
          className="absolute w-full border-x border-edge"
          style={{
            top: y(band.top),
            height: Math.max(1, y(band.bottom) - y(band.top)),
            backgroundColor: band.filament.colour,
          }}
        />
      ))}
      <div
        className="absolute -right-1 -left-1 h-0.5 bg-accent"
        style={{ top: y(layers[layer - 1]?.z ?? 0) }}
      />
      {span && (
        <div
          className="absolute -right-1 -left-1 rounded-sm border-2 border-ink"
          style={{ top: y(span.to * topZ), height: y(span.from * topZ) - y(span.to * topZ) }}
        />
      )}
    </div>
  );
}
