import type { Layer } from '../layers';
import { bottomOf } from '../layers';
import type { Footprint } from './footprint';

/** Numbers per piece of an elevation: left and right X, lower and upper Z in mm, and the layer. */
export const ELEVATION_STRIDE = 5;

/**
 * The print seen from the front: for each layer the runs of X in which it stands somewhere between
 * front and back, {@link ELEVATION_STRIDE} numbers each. Open fill counts as full.
 */
export function elevationOf(
  footprint: Footprint,
  layers: readonly Layer[],
): Float32Array<ArrayBuffer> {
  const { columns, rows, top, low, cellMm, originX } = footprint;
  const change = new Int32Array((layers.length + 2) * columns);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      if (top[cell] === 0) continue;
      change[low[cell] * columns + column]++;
      change[(top[cell] + 1) * columns + column]--;
    }
  }
  const standing = new Int32Array(columns);
  const numbers: number[] = [];
  for (const layer of layers) {
    let start = -1;
    for (let column = 0; column <= columns; column++) {
      if (column < columns) standing[column] += change[layer.number * columns + column];
      const stands = column < columns && standing[column] > 0;
      if (stands === start >= 0) continue;
      if (stands) start = column;
      else {
        const [left, right] = [start, column].map((edge) => originX + edge * cellMm);
        numbers.push(left, right, bottomOf(layer), layer.z, layer.number);
        start = -1;
      }
    }
  }
  return new Float32Array(numbers);
}
