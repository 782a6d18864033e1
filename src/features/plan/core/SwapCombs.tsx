'use client';

import { bottomOf } from '@/core/gcode/layers';
import { plural } from '@/core/format';
import { swapsOf } from '@/core/plan/arrangement';
import { showLayer } from '@/store/viewStore';
import type { OpenedJob } from '@/features/job/jobContext';
import { CORE_LEFT, CORE_WIDTH } from './corePlaces';
import { spreadRows, type CoreScale } from './coreScale';

/** Height of a comb's room, px, and how far it stands off the core. */
const ROOM = 24;
const OFFSET = 36;
/** Most teeth that are drawn. */
const MOST_TEETH = 8;

/** Swaps inside of layers: a comb at each layer that has any, with a tooth for each. */
export function SwapCombs({
  view: { reading, request },
  scale,
  height,
}: {
  readonly view: OpenedJob;
  readonly scale: CoreScale;
  readonly height: number;
}) {
  const { layers } = reading;
  const counts = new Map<number, number>();
  for (const { layer, inside } of swapsOf(reading, request.arrangement)) {
    if (!inside) continue;
    counts.set(layer, (counts.get(layer) ?? 0) + 1);
  }
  const combs = [...counts]
    .sort(([a], [b]) => a - b)
    .map(([layer, count]) => {
      const { z } = layers[layer - 1];
      return { layer, count, row: (scale.y(z) + scale.y(bottomOf(layers[layer - 1]))) / 2 };
    })
    .filter(({ row }) => row > 0 && row < height);
  const places = spreadRows(
    combs.map(({ row }) => row),
    ROOM,
    height - ROOM / 2,
  );
  const right = CORE_LEFT + CORE_WIDTH;
  return (
    <div role="group" aria-label="Swaps inside of layers">
      {combs.map(({ layer, count, row }, i) => (
        <div key={layer}>
          <svg
            aria-hidden
            className="pointer-events-none absolute inset-0 size-full overflow-visible"
          >
            <path
              d={`M${right + 32} ${row} L${right + OFFSET} ${places[i]}`}
              className="fill-none stroke-ink"
              strokeWidth="1.5"
            />
          </svg>
          <button
            type="button"
            onClick={() => showLayer(layer)}
            className="absolute flex -translate-y-1/2 items-center gap-1 rounded-md border border-edge bg-paper px-1 text-sm leading-5"
            style={{ top: places[i], left: right + OFFSET }}
          >
            <svg aria-hidden width={18} height={14} className="stroke-ink">
              <path d={combPath(count)} className="fill-none" strokeWidth="1.5" />
            </svg>
            <span aria-hidden>{count}</span>
            <span className="sr-only">
              {plural(count, 'swap')} in layer {layer}
            </span>
          </button>
        </div>
      ))}
    </div>
  );
}

function combPath(count: number): string {
  const teeth = Math.min(count, MOST_TEETH);
  const step = teeth > 1 ? 14 / (teeth - 1) : 0;
  const each = Array.from({ length: teeth }, (_, i) => `M${2 + i * step} 3 V12`);
  return ['M1 3 H17', ...each].join(' ');
}
