'use client';

import { useState } from 'react';
import { pointOver, placeAt, type SheetPoint, type SheetView } from './sheetView';

interface MeasureLayerProps {
  readonly view: SheetView;
  readonly size: { readonly width: number; readonly height: number };
  /** How many times higher than wide the drawing is. */
  readonly stretch: number;
}

/** How far an arrow key moves the cross, px; with Shift one. */
const KEY_STEP = 10;

/** A ruler between two points: click both, or move the cross with the arrows and press Enter. */
export function MeasureLayer({ view, size, stretch }: MeasureLayerProps) {
  const [points, setPoints] = useState<readonly SheetPoint[]>([]);
  const [cross, setCross] = useState<SheetPoint>({ x: view.x, y: view.y });
  const set = (place: SheetPoint): void =>
    setPoints((before) => (before.length === 1 ? [before[0], place] : [place]));
  const toPlace = (event: React.PointerEvent): SheetPoint => {
    const box = event.currentTarget.getBoundingClientRect();
    return placeAt(view, {
      x: event.clientX - box.left - size.width / 2,
      y: size.height / 2 - (event.clientY - box.top),
    });
  };
  const onScreen = (place: SheetPoint): SheetPoint => {
    const point = pointOver(view, place);
    return { x: size.width / 2 + point.x, y: size.height / 2 - point.y };
  };
  const [from, to = cross] = [points.at(0), points.at(1)];
  const words = from ? describeDistance(from, to, stretch) : 'Click the first point';
  const [a, b] = [from ? onScreen(from) : null, onScreen(to)];

  return (
    <div
      tabIndex={0}
      role="group"
      aria-label="Ruler. Arrow keys move the cross, Enter sets a point."
      className="absolute inset-0 -outline-offset-2"
      onPointerMove={(event) => setCross(toPlace(event))}
      onPointerDown={(event) => {
        event.stopPropagation();
        set(toPlace(event));
      }}
      onKeyDown={(event) => {
        const step = (event.shiftKey ? 1 : KEY_STEP) / view.scale;
        const moves: Readonly<Partial<Record<string, SheetPoint>>> = {
          ArrowLeft: { x: -step, y: 0 },
          ArrowRight: { x: step, y: 0 },
          ArrowUp: { x: 0, y: step },
          ArrowDown: { x: 0, y: -step },
        };
        const move = moves[event.key];
        if (!move && event.key !== 'Enter') return;
        event.preventDefault();
        event.stopPropagation();
        if (move) setCross({ x: cross.x + move.x, y: cross.y + move.y });
        else set(cross);
      }}
    >
      <svg aria-hidden className="absolute inset-0 size-full">
        {a && (
          <>
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-panel" strokeWidth="5" />
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} className="stroke-ink" strokeWidth="2" />
            <circle cx={a.x} cy={a.y} r="4" className="fill-ink stroke-panel" strokeWidth="1.5" />
          </>
        )}
        <path
          d={`M${b.x - 9} ${b.y} H${b.x + 9} M${b.x} ${b.y - 9} V${b.y + 9}`}
          className="stroke-ink"
          strokeWidth="1.5"
        />
      </svg>
      <p
        role="status"
        className="absolute top-2 left-3 rounded bg-panel px-2 py-1 text-sm font-semibold"
      >
        {words}
      </p>
    </div>
  );
}

/** `12.3 mm (X 10.0, Y 7.2)`. */
function describeDistance(from: SheetPoint, to: SheetPoint, stretch: number): string {
  const dx = Math.abs(to.x - from.x);
  const dy = Math.abs(to.y - from.y) / stretch;
  const length = Math.hypot(dx, dy);
  return `${length.toFixed(1)} mm (across ${dx.toFixed(1)}, up ${dy.toFixed(1)})`;
}
