'use client';

import { useEffect, useMemo } from 'react';
import { BufferAttribute, BufferGeometry, Color, LineBasicMaterial, LineSegments } from 'three';
import type { SheetBox } from './sheetView';

interface BedGridProps {
  readonly box: SheetBox;
  /** How many times higher than wide the drawing is. */
  readonly stretch: number;
  /** Px per mm. */
  readonly scale: number;
  readonly colour: string;
}

/** How far the squares of 10 mm reach beyond the print, and those of 1 mm, mm. */
const REACH = 200;
const FINE_REACH = 10;
/** Squares of 1 mm are drawn when they are this large, px. */
const FINE_FROM = 7;

/** Squares of 10 mm, and near by of 1 mm, in the coordinates of the drawing. */
export function BedGrid({ box, stretch, scale, colour }: BedGridProps) {
  const tens = useMemo(
    () => gridLines(box, 10, REACH, stretch, (i) => i % 5 !== 0),
    [box, stretch],
  );
  const fifties = useMemo(
    () => gridLines(box, 10, REACH, stretch, (i) => i % 5 === 0),
    [box, stretch],
  );
  const isFine = scale >= FINE_FROM;
  const ones = useMemo(
    () => (isFine ? gridLines(box, 1, FINE_REACH, stretch, (i) => i % 10 !== 0) : null),
    [box, stretch, isFine],
  );
  return (
    <>
      {ones && <GridLines points={ones} colour={colour} opacity={0.07} />}
      <GridLines points={tens} colour={colour} opacity={0.13} />
      {/* Every fifth line. */}
      <GridLines points={fifties} colour={colour} opacity={0.32} />
    </>
  );
}

interface GridLinesProps {
  readonly points: Float32Array;
  readonly colour: string;
  readonly opacity: number;
}

function GridLines({ points, colour, opacity }: GridLinesProps) {
  const lines = useMemo(() => {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(points, 3));
    const material = new LineBasicMaterial({
      color: new Color().setStyle(colour, ''),
      toneMapped: false,
      transparent: true,
      opacity,
      depthTest: false,
    });
    const made = new LineSegments(geometry, material);
    made.renderOrder = -1;
    made.frustumCulled = false;
    return made;
  }, [points, colour, opacity]);
  useEffect(() => () => lines.geometry.dispose(), [lines]);
  return <primitive object={lines} />;
}

/** Ends of the lines of a grid of `square` mm, of those whose number is wanted. */
function gridLines(
  box: SheetBox,
  square: number,
  reach: number,
  stretch: number,
  isWanted: (line: number) => boolean,
): Float32Array {
  const upright = square * stretch;
  const x0 = Math.floor((box.left - reach) / square);
  const x1 = Math.ceil((box.right + reach) / square);
  const y0 = Math.floor((box.bottom - reach) / upright);
  const y1 = Math.ceil((box.top + reach) / upright);
  const ends: number[] = [];
  for (let i = x0; i <= x1; i++) {
    if (isWanted(i)) ends.push(i * square, y0 * upright, 0, i * square, y1 * upright, 0);
  }
  for (let i = y0; i <= y1; i++) {
    if (isWanted(i)) ends.push(x0 * square, i * upright, 0, x1 * square, i * upright, 0);
  }
  return new Float32Array(ends);
}
