import type { Footprint } from './footprint';

/** Distances count in thirds of a cell, as the 3-4 chamfer has them (Borgefors, 1986). */
const STRAIGHT = 3;
const DIAGONAL = 4;
/** A width counts once this much of its middle line is that narrow, mm: a single corner does not. */
const LEAST_LENGTH = 1.5;

/**
 * Width of the narrowest part of what is printed at a layer, mm: strokes and bars, not the tips of
 * corners. Open fill counts as full. Infinity when the layer prints nothing.
 *
 * The middle lines are the cells that lie at least as far from the edge as all their neighbours;
 * the width there is twice the distance to the edge. Exact to about one cell.
 */
export function narrowestWidth(footprint: Footprint, layer: number): number {
  const { low, top, columns, rows, cellMm } = footprint;
  const far = edgeDistances(columns, rows, (cell) => low[cell] <= layer && top[cell] >= layer);
  const lengths = new Map<number, number>();
  const stride = columns + 2;
  for (let row = 1; row <= rows; row++) {
    for (let at = row * stride + 1; at <= row * stride + columns; at++) {
      const here = far[at];
      if (here === 0 || !isMiddle(far, at, stride, here)) continue;
      lengths.set(here, (lengths.get(here) ?? 0) + 1);
    }
  }
  let length = 0;
  for (const distance of [...lengths.keys()].sort((a, b) => a - b)) {
    // A stroke of an even number of cells has two middle cells side by side.
    length += (lengths.get(distance) ?? 0) * cellMm * 0.75;
    if (length >= LEAST_LENGTH) return ((2 * distance) / STRAIGHT - 0.5) * cellMm;
  }
  return Infinity;
}

function isMiddle(far: Uint16Array, at: number, stride: number, here: number): boolean {
  return (
    far[at - 1] <= here &&
    far[at + 1] <= here &&
    far[at - stride] <= here &&
    far[at + stride] <= here &&
    far[at - stride - 1] <= here &&
    far[at - stride + 1] <= here &&
    far[at + stride - 1] <= here &&
    far[at + stride + 1] <= here
  );
}

/** Distance of each cell to the nearest cell outside, with a border of one cell all round. */
function edgeDistances(
  columns: number,
  rows: number,
  isInside: (cell: number) => boolean,
): Uint16Array {
  const stride = columns + 2;
  const far = new Uint16Array(stride * (rows + 2));
  for (let row = 1; row <= rows; row++) {
    for (let column = 1; column <= columns; column++) {
      const at = row * stride + column;
      if (!isInside((row - 1) * columns + column - 1)) continue;
      far[at] = Math.min(
        far[at - 1] + STRAIGHT,
        far[at - stride - 1] + DIAGONAL,
        far[at - stride] + STRAIGHT,
        far[at - stride + 1] + DIAGONAL,
      );
    }
  }
  for (let row = rows; row >= 1; row--) {
    for (let column = columns; column >= 1; column--) {
      const at = row * stride + column;
      if (far[at] === 0) continue;
      far[at] = Math.min(
        far[at],
        far[at + 1] + STRAIGHT,
        far[at + stride + 1] + DIAGONAL,
        far[at + stride] + STRAIGHT,
        far[at + stride - 1] + DIAGONAL,
      );
    }
  }
  return far;
}
