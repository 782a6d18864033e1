import { MeshBuilder } from '../model/mesh';
import { topOfLayer, type ReliefLayers } from './drawing';
import type { HeightGrid } from './heights';

/**
 * The closed surface of squares of whole layers, its left front corner at zero, mm. Walls are split where those
 * beside them end, so that every edge is between two faces; squares must not touch at corners alone.
 */
export function surfaceOf(
  { columns, rows, layers }: HeightGrid,
  cellMm: number,
  heights: Pick<ReliefLayers, 'firstLayer' | 'layerHeight'>,
): Float32Array<ArrayBuffer> {
  const builder = new MeshBuilder();
  const z = (count: number): number => topOfLayer(heights, count);
  // Rows run from the back of the bed to its front.
  const place = (column: number, row: number): readonly [number, number] => [
    column * cellMm,
    (rows - row) * cellMm,
  ];
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= columns || row >= rows ? 0 : layers[row * columns + column];
  /** The heights of the four squares round a corner of the grid. */
  const around = (column: number, row: number): number[] => [
    at(column - 1, row - 1),
    at(column, row - 1),
    at(column - 1, row),
    at(column, row),
  ];
  const flat = (column: number, row: number, height: number, looksUp: boolean): void => {
    const [left, back] = place(column, row);
    const [right, front] = place(column + 1, row + 1);
    const round = [left, front, right, front, right, back, left, back];
    for (const k of looksUp ? [0, 1, 2, 0, 2, 3] : [0, 2, 1, 0, 3, 2])
      builder.corner(round[2 * k], round[2 * k + 1], height);
  };
  /** A wall from the lower square to the higher one along an edge, which has the higher one to its left. */
  const wall = (
    from: readonly [number, number],
    to: readonly [number, number],
    low: number,
    high: number,
  ): void => {
    // prettier-ignore
    const [p, q] = [place(...from), place(...to)];
    const steps = (corner: readonly [number, number]): number[] => [
      low,
      ...[...new Set(around(...corner))].filter((h) => h > low && h < high).sort((a, b) => a - b),
      high,
    ];
    const [left, right] = [steps(from), steps(to)];
    for (let i = 0, k = 0; i + 1 < left.length || k + 1 < right.length;) {
      const isLeft = k + 1 >= right.length || (i + 1 < left.length && left[i + 1] <= right[k + 1]);
      builder.corner(p[0], p[1], z(left[i]));
      builder.corner(q[0], q[1], z(right[k]));
      if (isLeft) builder.corner(p[0], p[1], z(left[++i]));
      else builder.corner(q[0], q[1], z(right[++k]));
    }
  };
  for (let row = 0; row <= rows; row++) {
    for (let column = 0; column <= columns; column++) {
      const own = at(column, row);
      if (own > 0) {
        flat(column, row, z(own), true);
        flat(column, row, 0, false);
      }
      const [behind, beside] = [at(column, row - 1), at(column - 1, row)];
      // The edge between this square and the one behind it, and that to the left of it.
      if (own > behind) wall([column + 1, row], [column, row], behind, own);
      else if (behind > own) wall([column, row], [column + 1, row], own, behind);
      if (own > beside) wall([column, row], [column, row + 1], beside, own);
      else if (beside > own) wall([column, row + 1], [column, row], own, beside);
    }
  }
  return builder.finish();
}
