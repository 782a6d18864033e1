'use client';

import { useEffect, useRef, useState } from 'react';
import type { LevelBox } from '@/core/geometry/footprint';
import { homingSpots } from '@/core/printer/homing';
import { headAt } from '@/core/printer/nozzleShape';
import { isInReach, parkOf, reachOf, type BedPoint, type Printer } from '@/core/printer/printer';
import { jobs, useJobs } from '@/store/jobs/jobs';

interface BedPictureProps {
  readonly printer: Printer;
  /** Gets a change of the place as it is stored then: keys may come faster than the disk. */
  readonly onPark: (edit: (park: BedPoint) => BedPoint) => void;
}

/** How far an arrow key moves the park place, mm; with Shift ten. */
const KEY_STEP = 1;

/** The bed from above with the newest print on it, and the place for waiting, which can be dragged. */
export function BedPicture({ printer, onPark }: BedPictureProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<BedPoint | null>(null);
  const print = useNewestPrint();
  const reach = reachOf(printer);
  const width = reach.maxX - reach.minX;
  const depth = reach.maxY - reach.minY;
  const mark = Math.max(width, depth) / 40;
  const park = dragged ?? parkOf(printer);
  const X = (x: number): number => x - reach.minX;
  const Y = (y: number): number => reach.maxY - y;

  const toBed = (event: React.PointerEvent): BedPoint | null => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return null;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const place = { x: Math.round(at.x + reach.minX), y: Math.round(reach.maxY - at.y) };
    return isInReach(place, 0, reach) ? place : null;
  };
  const nudge = (dx: number, dy: number): void => {
    onPark((now) => {
      const place = { x: now.x + dx, y: now.y + dy };
      return isInReach(place, 0, reach) ? place : now;
    });
  };

  return (
    <figure>
      <svg
        ref={svg}
        viewBox={`${-mark} ${-mark} ${width + 2 * mark} ${depth + 2 * mark}`}
        className="max-h-60 w-full touch-none overflow-visible"
        onPointerMove={(event) => {
          if (dragged) setDragged(toBed(event) ?? dragged);
        }}
        onPointerUp={() => {
          if (dragged) onPark(() => dragged);
          setDragged(null);
        }}
        onPointerCancel={() => setDragged(null)}
      >
        {reach.radius === null ? (
          <rect width={width} height={depth} rx={mark} className="fill-sheet stroke-edge" />
        ) : (
          <circle cx={width / 2} cy={depth / 2} r={width / 2} className="fill-sheet stroke-edge" />
        )}
        {print && (
          <rect
            x={X(print.minX)}
            y={Y(print.maxY)}
            width={print.maxX - print.minX}
            height={print.maxY - print.minY}
            className="fill-panel stroke-edge"
          />
        )}
        <HomingMarks printer={printer} X={X} Y={Y} mark={mark} />
        {printer.brush && <Brush brush={printer.brush} X={X} Y={Y} mark={mark} />}
        <ParkMark
          park={park}
          X={X}
          Y={Y}
          mark={mark}
          onDrag={() => setDragged(park)}
          onNudge={nudge}
        />
      </svg>
      <figcaption className="pb-1 text-sm text-muted">
        The head parks at X {park.x} Y {park.y} mm.
        {homingWords(printer)}
        {print && ` The light shape is ${print.name}.`}
      </figcaption>
    </figure>
  );
}

/** Where it comes down to home Z, in words; empty while nobody has said. */
function homingWords(printer: Printer): string {
  if (printer.homing === null) return '';
  const spots = homingSpots(printer);
  if (!spots) return ' It homes Z upwards.';
  return ` It homes Z at X ${spots.nozzle.x} Y ${spots.nozzle.y}: the cross, with the head round it.`;
}

interface HomingMarksProps {
  readonly printer: Printer;
  readonly X: (x: number) => number;
  readonly Y: (y: number) => number;
  readonly mark: number;
}

/** What is probed, where Z is homed, and how far the head reaches there. */
function HomingMarks({ printer, X, Y, mark }: HomingMarksProps) {
  const { homing, nozzle } = printer;
  const spots = homing && homingSpots(printer);
  const reach = reachOf(printer);
  const clipped = (box: LevelBox): LevelBox => ({
    minX: Math.max(box.minX, reach.minX),
    maxX: Math.min(box.maxX, reach.maxX),
    minY: Math.max(box.minY, reach.minY),
    maxY: Math.min(box.maxY, reach.maxY),
  });
  const rectangle = ({ minX, maxX, minY, maxY }: LevelBox) => ({
    x: X(minX),
    y: Y(maxY),
    width: Math.max(0, maxX - minX),
    height: Math.max(0, maxY - minY),
  });
  const dashes = `${mark / 2} ${mark / 2}`;
  return (
    <g aria-hidden fill="none">
      {homing?.area && (
        <rect
          {...rectangle(clipped(homing.area))}
          className="stroke-muted"
          strokeDasharray={dashes}
        />
      )}
      {spots &&
        headAt(nozzle, Infinity).map((box, i) => (
          <rect
            key={i}
            {...rectangle(
              clipped({
                minX: spots.nozzle.x + box.minX,
                maxX: spots.nozzle.x + box.maxX,
                minY: spots.nozzle.y + box.minY,
                maxY: spots.nozzle.y + box.maxY,
              }),
            )}
            className="stroke-caution"
            strokeDasharray={dashes}
          />
        ))}
      {spots &&
        [spots.nozzle, ...(spots.probe ? [spots.probe] : [])].map(({ x, y }, i) => (
          <path
            key={i}
            d={`M${X(x) - mark} ${Y(y)}h${2 * mark}M${X(x)} ${Y(y) - mark}v${2 * mark}`}
            className={i === 0 ? 'stroke-accent' : 'stroke-ink'}
            strokeWidth={mark / 3}
          />
        ))}
    </g>
  );
}

interface PlacedPrint extends LevelBox {
  readonly name: string;
}

/** The newest job's print as a rectangle on the bed; null when none is known. */
function useNewestPrint(): PlacedPrint | null {
  const records = useJobs((state) => state.records) ?? [];
  useEffect(() => {
    jobs.load().catch(() => {
      // The bed is drawn without a print.
    });
  }, []);
  const job = records.find(({ bounds, deleted }) => bounds !== undefined && deleted === null);
  return job?.bounds ? { name: job.name, ...job.bounds } : null;
}

interface BrushProps {
  readonly brush: NonNullable<Printer['brush']>;
  readonly X: (x: number) => number;
  readonly Y: (y: number) => number;
  readonly mark: number;
}

function Brush({ brush, X, Y, mark }: BrushProps) {
  return (
    <line
      x1={X(brush.x)}
      x2={X(brush.x + brush.length)}
      y1={Y(brush.y)}
      y2={Y(brush.y)}
      strokeWidth={mark}
      strokeDasharray={`${mark / 3} ${mark / 5}`}
      className="stroke-ink"
    />
  );
}

interface ParkMarkProps {
  readonly park: BedPoint;
  readonly X: (x: number) => number;
  readonly Y: (y: number) => number;
  readonly mark: number;
  readonly onDrag: () => void;
  readonly onNudge: (dx: number, dy: number) => void;
}

/** The place for waiting, dragged or moved by keys. */
function ParkMark({ park, X, Y, mark, onDrag, onNudge }: ParkMarkProps) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Park position: X ${park.x} Y ${park.y} mm. Drag it, or move it with the arrow keys.`}
      className="cursor-grab active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
        onDrag();
      }}
      onKeyDown={(event) => {
        const step = event.shiftKey ? 10 * KEY_STEP : KEY_STEP;
        const nudges: Readonly<Partial<Record<string, readonly [number, number]>>> = {
          ArrowLeft: [-step, 0],
          ArrowRight: [step, 0],
          ArrowUp: [0, step],
          ArrowDown: [0, -step],
        };
        const nudge = nudges[event.key];
        if (!nudge) return;
        event.preventDefault();
        onNudge(...nudge);
      }}
    >
      {/* As large as a finger needs it, round what is seen. */}
      <rect
        x={X(park.x) - 3 * mark}
        y={Y(park.y) - 3 * mark}
        width={6 * mark}
        height={6 * mark}
        fill="transparent"
      />
      <rect
        x={X(park.x) - mark}
        y={Y(park.y) - mark}
        width={2 * mark}
        height={2 * mark}
        className="fill-caution stroke-panel"
      />
    </g>
  );
}
