'use client';

import { X } from 'lucide-react';
import { useLayoutEffect, useRef, useState } from 'react';
import { Swatch } from '@/components/Swatch';
import { formatMm } from '@/core/format';
import type { Layer } from '@/core/layers';
import { nudgeSwap } from '@/actions/swapActions';
import { filamentOf, type JobPlan } from '@/core/plan/jobPlan';
import type { PlannedSwap } from '@/core/plan/plannedSwap';
import type { PlanBook } from '@/core/plan/file/planBook';
import {
  beginDrag,
  endDrag,
  moveSwap,
  removeSwap,
  swapsNow,
  usePlanStore,
} from '@/store/plans/planStore';
import { showLayer } from '@/store/plans/viewStore';

interface FlagProps {
  readonly swap: PlannedSwap;
  readonly plan: JobPlan;
  /** Layers that the swap is printed later than chosen. */
  readonly later: number;
  readonly bottom: number;
  readonly y: number;
  readonly left: number;
  readonly layerAt: (y: number) => Layer | null;
  readonly layerCount: number;
}

/** What a drag needs to end it, or to go back to where it began. */
interface Drag {
  readonly before: PlanBook;
  /** Where the core begins on the screen, px: it is not asked for again while the hand moves. */
  readonly top: number;
  at: PlannedSwap['layer'];
  moved: boolean;
}

/** A swap of the part worked on, as a flag: drag it to another layer, or take it off. */
export function SwapFlag({ swap, plan, later, bottom, y, left, layerAt, layerCount }: FlagProps) {
  const filament = filamentOf(plan, swap.letter);
  const drag = useRef<Drag | null>(null);
  const [dragging, setDragging] = useState(false);
  /** Where its keys have brought it since React drew it; null for nowhere. */
  const moved = useRef<PlannedSwap['layer'] | null>(null);
  useLayoutEffect(() => {
    moved.current = null;
  }, [plan]);
  const layerNow = (): PlannedSwap['layer'] =>
    swapsNow().find(({ layer }) => layer === moved.current)?.layer ?? swap.layer;

  const finish = (keep: boolean): void => {
    if (!drag.current) return;
    endDrag(drag.current.before, keep && drag.current.moved);
    drag.current = null;
    setDragging(false);
  };

  return (
    <div
      className={`absolute flex -translate-y-1/2 items-center rounded-md border border-edge bg-paper text-sm ${dragging ? 'z-10 ring-2 ring-accent' : ''}`}
      style={{ top: y, left }}
    >
      <button
        type="button"
        className="flex cursor-grab touch-none items-center gap-1 rounded-l-md py-0.5 pr-1 pl-0.5 active:cursor-grabbing"
        onClick={() => showLayer(layerNow())}
        onPointerDown={(event) => {
          const before = usePlanStore.getState().book;
          const board = event.currentTarget.closest('section')?.querySelector('[role="slider"]');
          if (!before || !board || event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          const { top } = board.getBoundingClientRect();
          drag.current = { before, top, at: layerNow(), moved: false };
          beginDrag();
          setDragging(true);
        }}
        onPointerMove={(event) => {
          if (!drag.current) return;
          // The move is the flag's: nothing else measures the page for it.
          event.preventDefault();
          const layer = layerAt(event.clientY - drag.current.top);
          if (!layer || layer.number === drag.current.at) return;
          moveSwap(drag.current.at, layer.number, layerCount);
          const placed = swapsNow().some((s) => s.layer === layer.number);
          if (!placed || usePlanStore.getState().book === drag.current.before) return;
          drag.current.at = layer.number;
          drag.current.moved = true;
          showLayer(layer.number);
        }}
        onPointerUp={() => finish(true)}
        onPointerCancel={() => finish(false)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') finish(false);
          if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
          // On a flag the arrows move the flag, and not the layer that is shown.
          event.preventDefault();
          event.stopPropagation();
          moved.current = nudgeSwap(layerNow(), event.key === 'ArrowUp' ? 1 : -1, layerCount);
        }}
      >
        <Swatch filament={filament} size={22} />
        <span className="sr-only">
          Swap to {filament.letter} {filament.name} at {formatMm(bottom)} mm. Drag it or press the
          arrow keys to move it: before layer
        </span>
        <span className="grid justify-items-center leading-none">
          <span data-layer className="font-semibold">
            {swap.layer}
          </span>
          {later > 0 && <span className="text-xs leading-none text-muted">+{later}</span>}
        </span>
      </button>
      <button
        type="button"
        onClick={() => removeSwap(layerNow())}
        aria-label={`Remove the swap before layer ${swap.layer}`}
        className="grid size-6 place-items-center rounded-r-md text-muted hover:text-danger"
      >
        <X aria-hidden size={14} />
      </button>
    </div>
  );
}
