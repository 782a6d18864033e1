'use client';

import { useEffect, useMemo } from 'react';
import { BufferAttribute, BufferGeometry, Color, LineBasicMaterial, LineSegments } from 'three';
import type { Footprint } from '@/core/geometry/raster';

interface BedGridProps {
  readonly footprint: Footprint;
  readonly colour: string;
}

const SQUARE = 10;
/** How far the grid reaches beyond the print, mm. */
const REACH = 200;

/** Squares of 10 mm in machine coordinates, so that places can be compared with the bed. */
export function BedGrid({ footprint, colour }: BedGridProps) {
  const [fine, heavy] = useMemo(() => gridLines(footprint), [footprint]);
  return (
    <>
      <GridLines points={fine} colour={colour} opacity={0.13} />
      {/* Every fifth line. */}
      <GridLines points={heavy} colour={colour} opacity={0.32} />
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
  useEffect(
    () => () => {
      lines.geometry.dispose();
      lines.material.dispose();
    },
    [lines],
  );
  return <primitive object={lines} />;
}

function gridLines(footprint: Footprint): [Float32Array, Float32Array] {
  const { originX, originY, columns, rows, cellMm } = footprint;
  const floor = (value: number): number => Math.floor((value - REACH) / SQUARE);
  const ceil = (value: number): number => Math.ceil((value + REACH) / SQUARE);
  const [x0, x1] = [floor(originX), ceil(originX + columns * cellMm)];
  const [y0, y1] = [floor(originY), ceil(originY + rows * cellMm)];
  const fine: number[] = [];
  const heavy: number[] = [];
  for (let i = x0; i <= x1; i++) {
    (i % 5 === 0 ? heavy : fine).push(i * SQUARE, y0 * SQUARE, 0, i * SQUARE, y1 * SQUARE, 0);
  }
  for (let i = y0; i <= y1; i++) {
    (i % 5 === 0 ? heavy : fine).push(x0 * SQUARE, i * SQUARE, 0, x1 * SQUARE, i * SQUARE, 0);
  }
  return [new Float32Array(fine), new Float32Array(heavy)];
}
