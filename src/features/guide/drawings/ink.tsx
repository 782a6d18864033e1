import type { ReactNode } from 'react';

/** Filaments of the drawings. */
export const BLACK = '#2f2b28';
export const WHITE = '#efe7d4';
export const GREEN = '#7c9a4b';
export const BLUE = '#3f7fa8';

interface DrawingProps {
  /** What is to be seen, for those who do not see it. */
  readonly label: string;
  readonly width: number;
  readonly height: number;
  readonly children: ReactNode;
}

/** A drawing in the theme's ink, as wide as there is room. */
export function Drawing({ label, width, height, children }: DrawingProps) {
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${width} ${height}`}
      className="mx-auto block h-auto w-full text-ink"
      style={{ maxWidth: width * 1.25 }}
      fontSize="12"
      fill="currentColor"
    >
      {children}
    </svg>
  );
}

interface BlockProps {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
  /** Thickness of its layers, px; they are not drawn when left out. */
  readonly layer?: number;
}

/** Printed layers from the side, lowest at the bottom. */
export function Block({ x, y, width, height, colour, layer }: BlockProps) {
  const seams = layer ? Array.from({ length: Math.ceil(height / layer) - 1 }, (_, i) => i + 1) : [];
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill={colour}
        className="stroke-edge"
        strokeWidth="1"
      />
      {seams.map((i) => (
        <line
          key={i}
          x1={x}
          x2={x + width}
          y1={y + height - i * (layer ?? 0)}
          y2={y + height - i * (layer ?? 0)}
          className="stroke-edge"
          strokeWidth="0.6"
        />
      ))}
    </g>
  );
}

/** A nozzle whose tip is at a place. */
export function NozzleTip({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x - 16} ${y - 44} h32 v26 l-11 14 h-10 l-11 -14 z M${x - 3} ${y - 4} h6 v4 h-6 z`}
      className="fill-sunk stroke-ink"
      strokeWidth="1.5"
      strokeLinejoin="round"
    />
  );
}

interface ArrowProps {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly dashed?: boolean;
}

/** A straight arrow. */
export function Arrow({ from: [x1, y1], to: [x2, y2], dashed }: ArrowProps) {
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const wing = (turn: number): string =>
    `${x2 - 8 * Math.cos(angle + turn)},${y2 - 8 * Math.sin(angle + turn)}`;
  return (
    <g className="fill-none stroke-accent" strokeWidth="1.8" strokeLinecap="round">
      <line x1={x1} y1={y1} x2={x2} y2={y2} strokeDasharray={dashed ? '5 4' : undefined} />
      <polyline points={`${wing(0.5)} ${x2},${y2} ${wing(-0.5)}`} />
    </g>
  );
}
