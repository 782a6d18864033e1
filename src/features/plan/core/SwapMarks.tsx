'use client';

import { useMemo, useRef } from 'react';
import { bottomOf, type Layer } from '@/core/layers';
import type { Step } from '@/core/geometry/steps';
import { swapsOf } from '@/core/plan/arrangement';
import { printedSwaps } from '@/core/plan/edits/partEdits';
import { chosenLayer, type PlannedSwap } from '@/core/plan/plannedSwap';
import type { OpenedJob } from '@/base/job/jobContext';
import { useFollowing } from '@/base/work/useFollowing';
import { useWorkedPart } from '@/base/work/useWorkedPart';
import { restNow } from '@/store/plans/resting';
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
  const group = useRef<HTMLDivElement>(null);
  const ofRow = (y: number): Layer | null => layerForFlag(layers, steps, scale, y);
  const combs = useMemo(() => combsOf(view, scale), [view, scale]);
  const placed = placedMarks({ job: view, part, combs, scale, height });
  useFollowing(view, (moved) => {
    const now = placedMarks({ job: moved, part, combs, scale, height });
    const drawn = group.current?.children ?? [];
    // A flag that comes into sight or leaves it is drawn by React.
    if (now.length !== drawn.length) return restNow();
    now.forEach(({ mark, y }, i) => moveMark(drawn[i], mark, y - placed[i].y, pathTo(mark, y)));
  });
  return (
    <div ref={group} role="group" aria-label="Swaps">
      {placed.map(({ mark, y }) => (
        // A flag that is dragged stays the same one, whatever layer it comes to.
        <div key={mark.kind === 'flag' ? `flag ${mark.place}` : `comb ${mark.layer}`}>
          <svg
            aria-hidden
            className="pointer-events-none absolute inset-0 size-full overflow-visible"
          >
            <path d={pathTo(mark, y)} className="fill-none stroke-ink" strokeWidth="1.5" />
          </svg>
          {mark.kind === 'flag' ? (
            <SwapFlag
              swap={{ layer: chosenLayer(mark.swap), letter: mark.swap.letter }}
              plan={plan}
              later={mark.swap.layer - chosenLayer(mark.swap)}
              bottom={bottomOf(layers[mark.swap.layer - 1])}
              y={y}
              left={RIGHT + OFFSET}
              layerAt={ofRow}
              layerCount={layers.length}
            />
          ) : (
            <SwapComb layer={mark.layer} count={mark.count} top={y} left={RIGHT + OFFSET} />
          )}
        </div>
      ))}
    </div>
  );
}

interface MarkInputs {
  readonly job: Pick<OpenedJob, 'plan' | 'reading'>;
  readonly part: string;
  readonly combs: readonly Mark[];
  readonly scale: CoreScale;
  readonly height: number;
}

/** The marks in sight from the bed up, and the row that each stands at, px. */
function placedMarks({ job, part, combs, scale, height }: MarkInputs) {
  const { layers } = job.reading;
  const marks = [...flagsOf(printedSwaps(job.plan, layers.length, part), layers, scale), ...combs]
    .filter(({ row }) => row > 0 && row < height)
    // From the bed up.
    .sort((a, b) => b.row - a.row);
  const rows = spreadRows(
    marks.map(({ row }) => row),
    ROOM,
    height - ROOM / 2,
  );
  return marks.map((mark, i) => ({ mark, y: rows[i] }));
}

/** Moves a mark that is drawn by `dy` px, and has it say the layer that it came to. */
function moveMark(drawn: Element, mark: Mark, dy: number, path: string): void {
  drawn.querySelector('path')?.setAttribute('d', path);
  const box = drawn.lastElementChild;
  if (box instanceof HTMLElement) box.style.transform = `translateY(${dy}px)`;
  const number = drawn.querySelector('[data-layer]')?.firstChild;
  if (number && mark.kind === 'flag') number.nodeValue = String(chosenLayer(mark.swap));
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
