'use client';

import { useJob } from '@/base/job/jobContext';
import type { SwapRoute } from '@/core/proof/dryRun';
import { boundsOf } from '@/core/geometry/columns';
import { reachOf } from '@/core/printer/printer';

/** The path of the nozzle round a swap on the whole bed, seen from above. */
export function RoutePicture({ route }: { route: SwapRoute }) {
  const { printer, reading } = useJob();
  const reach = reachOf(printer);
  const print = boundsOf(reading.footprint);
  const width = reach.maxX - reach.minX;
  const depth = reach.maxY - reach.minY;
  // The back of the bed is at the top.
  const X = (x: number): number => x - reach.minX;
  const Y = (y: number): number => reach.maxY - y;
  const line = [route.stop, ...route.moves].map(({ x, y }) => `${X(x)},${Y(y)}`).join(' ');
  const mark = Math.max(width, depth) / 60;
  const { park, stop, oldEnd } = route;
  const words = park
    ? `The head travels from X ${stop.x.toFixed(0)} Y ${stop.y.toFixed(0)} to park at X ${park.x.toFixed(0)} Y ${park.y.toFixed(0)}, and returns.`
    : 'The printer itself decides where the head parks.';
  return (
    <figure>
      <svg
        role="img"
        aria-label={`The bed from above. ${words}`}
        viewBox={`${-mark} ${-mark} ${width + 2 * mark} ${depth + 2 * mark}`}
        className="max-h-56 w-full"
      >
        {reach.radius === null ? (
          <rect width={width} height={depth} rx={mark} className="fill-sheet stroke-edge" />
        ) : (
          <circle cx={width / 2} cy={depth / 2} r={width / 2} className="fill-sheet stroke-edge" />
        )}
        <rect
          x={X(print.minX)}
          y={Y(print.maxY)}
          width={print.maxX - print.minX}
          height={print.maxY - print.minY}
          className="fill-panel stroke-edge"
        />
        <line
          x1={X(oldEnd.x)}
          y1={Y(oldEnd.y)}
          x2={X(stop.x)}
          y2={Y(stop.y)}
          strokeDasharray={`${mark} ${mark}`}
          strokeWidth={mark / 3}
          className="stroke-muted"
        />
        <polyline points={line} fill="none" strokeWidth={mark / 2} className="stroke-accent" />
        <circle cx={X(stop.x)} cy={Y(stop.y)} r={mark} className="fill-accent" />
        {park && (
          <rect
            x={X(park.x) - mark * 1.2}
            y={Y(park.y) - mark * 1.2}
            width={mark * 2.4}
            height={mark * 2.4}
            className="fill-caution"
          />
        )}
      </svg>
      <figcaption className="pt-1 text-xs text-muted">{words}</figcaption>
    </figure>
  );
}
