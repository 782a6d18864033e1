'use client';

import { bottomOf, type Layer } from '@/core/layers';
import type { Step } from '@/core/geometry/steps';
import { swapsOf } from '@/core/plan/arrangement';
import { printedSwaps } from '@/core/plan/edits/partEdits';
import { chosenLayer, type PlannedSwap } from '@/core/plan/plannedSwap';
import type { OpenedJob } from '@/base/job/jobContext';
import { useWorkedPart } from '@/base/work/useWorkedPart';
import { CORE_LEFT, CORE_WIDTH } from './corePlaces';
import { layerForFlag, spreadRows, type CoreScale } from './coreScale';
import { SwapComb } from './SwapComb';
import { SwapFlag } from './SwapFlag';

interface SwapMarksProps {
  readonly view: OpenedJob;
  readonly steps: readonly Step[];
  readonly scale: CoreScale;
  readonly height: number;
}

/** Height of a mark's room, and how far marks stand off the core, px. */
const ROOM = 32;
const OFFSET = 36;
const RIGHT = CORE_LEFT + CORE_WIDTH;

/** A mark on the core, and the row of the core that it is about, px. */
type Mark = { readonly row: number } & (
  | { readonly kind: 'flag'; readonly swap: PlannedSwap; readonly place: number }
  | { readonly kind: 'comb'; readonly layer: number; readonly count: number }
);

/**
 * The swaps on the core: those of the part worked on as flags, whose lines lie where the colour changes in print,
 * and those inside of layers as combs.
 */
export function SwapMarks({ view, steps, scale, height }: SwapMarksProps) {
  const { plan, reading } = view;
  const { layers } = reading;
  const part = useWorkedPart(plan);
  const ofRow = (y: number): Layer | null => layerForFlag(layers, steps, scale, y);
  const marks = [
    ...flagsOf(printedSwaps(plan, layers.length, part), layers, scale),
    ...combsOf(view, scale),
  ]
    .filter(({ row }) => row > 0 && row < height)
    // From the bed up.
    .sort((a, b) => b.row - a.row);
  const places = spreadRows(
    marks.map(({ row }) => row),
    ROOM,
    height - ROOM / 2,
  );
  return (
    <div role="group" aria-label="Swaps">
      {marks.map((mark, i) => (
        // A flag that is dragged stays the same one, whatever layer it comes to.
        <div key={mark.kind === 'flag' ? `flag ${mark.place}` : `comb ${mark.layer}`}>
          <svg
            aria-hidden
            className="pointer-events-none absolute inset-0 size-full overflow-visible"
          >
            <path d={pathTo(mark, places[i])} className="fill-none stroke-ink" strokeWidth="1.5" />
          </svg>
          {mark.kind === 'flag' ? (
            <SwapFlag
              swap={{ layer: chosenLayer(mark.swap), letter: mark.swap.letter }}
              plan={plan}
              later={mark.swap.layer - chosenLayer(mark.swap)}
              bottom={bottomOf(layers[mark.swap.layer - 1])}
              y={places[i]}
              left={RIGHT + OFFSET}
              layerAt={ofRow}
              layerCount={layers.length}
            />
          ) : (
            <SwapComb layer={mark.layer} count={mark.count} top={places[i]} left={RIGHT + OFFSET} />
          )}
        </div>
      ))}
    </div>
  );
}

function flagsOf(
  swaps: readonly PlannedSwap[],
  layers: readonly Layer[],
  scale: CoreScale,
): Mark[] {
  return swaps
    .filter(({ layer }) => layer <= layers.length)
    .map((swap, place) => ({
      kind: 'flag',
      swap,
      place,
      row: scale.y(bottomOf(layers[swap.layer - 1])),
    }));
}

function combsOf({ reading, arrangement }: OpenedJob, scale: CoreScale): Mark[] {
  const counts = new Map<number, number>();
  for (const { layer, inside } of swapsOf(reading, arrangement)) {
    if (inside) counts.set(layer, (counts.get(layer) ?? 0) + 1);
  }
  return [...counts].map(([layer, count]): Mark => {
    const one = reading.layers[layer - 1];
    return { kind: 'comb', layer, count, row: (scale.y(one.z) + scale.y(bottomOf(one))) / 2 };
  });
}

/** The line from the core to a mark: across the core for a swap between two layers. */
function pathTo({ kind, row }: Mark, place: number): string {
  const end = `L${RIGHT + OFFSET} ${place}`;
  return kind === 'flag'
    ? `M${CORE_LEFT} ${row} H${RIGHT + 20} ${end}`
    : `M${RIGHT + 32} ${row} ${end}`;
}
