'use client';

import type { NozzlePoint } from '@/core/proof/blockTrace';
import type { SwapRoute } from '@/core/proof/dryRun';
import { swapsOf } from '@/core/plan/arrangement';
import { useRestingView } from '@/store/plans/resting';
import type { OpenedJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { pointOver, type SheetPoint, type SheetView } from './sheetView';

interface RouteLayerProps {
  readonly job: OpenedJob;
  readonly view: SheetView;
  readonly size: { readonly width: number; readonly height: number };
}

/** The path of the nozzle round the swaps before and in the shown layer, over the layer's lines. */
export function RouteLayer({ job, view, size }: RouteLayerProps) {
  const layer = useRestingView((state) => state.layer);
  const { reading, arrangement } = job;
  const hasSwap = swapsOf(reading, arrangement).some((swap) => swap.layer === layer);
  return hasSwap ? <RouteOfLayer view={view} size={size} layer={layer} /> : null;
}

function RouteOfLayer({ view, size, layer }: Omit<RouteLayerProps, 'job'> & { layer: number }) {
  const { preview } = usePlanFindings().preview;
  const routes = preview?.routes.filter((one) => one.layer === layer) ?? [];
  return routes.map((route, i) => <RouteDrawing key={i} route={route} view={view} size={size} />);
}

function RouteDrawing({ route, view, size }: Omit<RouteLayerProps, 'job'> & { route: SwapRoute }) {
  const onScreen = (place: NozzlePoint): SheetPoint => {
    const point = pointOver(view, place);
    return { x: size.width / 2 + point.x, y: size.height / 2 - point.y };
  };
  const path = (points: readonly NozzlePoint[]): string =>
    points
      .map(onScreen)
      .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
      .join(' ');
  const { oldEnd, stop, moves, park } = route;
  const at = onScreen(stop);
  const from = onScreen(oldEnd);
  const line = path([stop, ...moves]);
  return (
    <svg
      role="img"
      aria-label={`Around the swap: the old colour ends at X ${oldEnd.x.toFixed(1)} Y ${oldEnd.y.toFixed(1)}, the stop is at X ${stop.x.toFixed(1)} Y ${stop.y.toFixed(1)}${park ? `, the head parks at X ${park.x.toFixed(1)} Y ${park.y.toFixed(1)}` : ''}.`}
      className="pointer-events-none absolute inset-0 size-full"
    >
      <line
        x1={from.x}
        y1={from.y}
        x2={at.x}
        y2={at.y}
        strokeWidth="2"
        strokeDasharray="2 5"
        strokeLinecap="round"
        className="stroke-ink"
      />
      <polyline points={line} fill="none" strokeWidth="4" className="stroke-panel" />
      <polyline
        points={line}
        fill="none"
        strokeWidth="2"
        strokeDasharray="9 5"
        className="stroke-accent"
      />
      <rect
        x={from.x - 4}
        y={from.y - 4}
        width="8"
        height="8"
        className="fill-ink stroke-panel"
        strokeWidth="1.5"
      />
      <circle cx={at.x} cy={at.y} r="6" className="fill-accent stroke-panel" strokeWidth="2" />
      {park && (
        <circle
          cx={onScreen(park).x}
          cy={onScreen(park).y}
          r="7"
          className="fill-caution stroke-panel"
          strokeWidth="2"
        />
      )}
    </svg>
  );
}
