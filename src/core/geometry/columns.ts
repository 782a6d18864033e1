import type { Footprint } from './raster';

/**
 * For each layer the cells that lie inside the print at its height: between the lowest and the
 * topmost layer that prints there. Open fill counts as full, which is what the eye expects.
 * @returns by layer index (layer number minus 1).
 */
export function spannedCells(footprint: Footprint, layerCount: number): Float64Array {
  const change = new Int32Array(layerCount + 2);
  const { top, low } = footprint;
  for (let i = 0; i < top.length; i++) {
    if (top[i] === 0) continue;
    change[low[i]]++;
    change[top[i] + 1]--;
  }
  const cells = new Float64Array(layerCount);
  let inside = 0;
  for (let n = 1; n <= layerCount; n++) {
    inside += change[n];
    cells[n - 1] = inside;
  }
  return cells;
}

/**
 * Cells of a skirt: patches on which only layer 1 prints and that touch nothing higher. They are
 * no part of the model.
 */
export function skirtCells(footprint: Footprint): number {
  const { top, columns, rows } = footprint;
  const seen = new Uint8Array(top.length);
  const stack: number[] = [];
  let skirt = 0;
  for (let start = 0; start < top.length; start++) {
    if (top[start] !== 1 || seen[start] === 1) continue;
    let cells = 0;
    let touches = false;
    seen[start] = 1;
    stack.push(start);
    while (stack.length > 0) {
      const cell = stack.pop()!;
      cells++;
      const column = cell % columns;
      const row = (cell - column) / columns;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++) {
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
          const next = y * columns + x;
          if (top[next] > 1) touches = true;
          if (top[next] !== 1 || seen[next] === 1) continue;
          seen[next] = 1;
          stack.push(next);
        }
      }
    }
    if (!touches) skirt += cells;
  }
  return skirt;
}
