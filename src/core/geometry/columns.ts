import { forEachPatch } from './patches';
import type { Footprint, LevelBox } from './footprint';

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
 * Takes a skirt out of a footprint: patches on which only layer 1 prints and that touch nothing
 * higher. They are no part of what is seen of the finished print.
 * @returns the cells that it took.
 */
export function takeSkirtOut(footprint: Footprint): Uint32Array {
  const { top, low } = footprint;
  const skirt: number[] = [];
  let touches = false;
  const lowest = new Uint8Array(top.length);
  for (let cell = 0; cell < top.length; cell++) if (top[cell] === 1) lowest[cell] = 1;
  forEachPatch(
    footprint,
    lowest,
    (cells) => {
      if (!touches) {
        for (const cell of cells) {
          top[cell] = low[cell] = 0;
          skirt.push(cell);
        }
      }
      touches = false;
    },
    (cell) => {
      if (top[cell] > 1) touches = true;
    },
  );
  return Uint32Array.from(skirt);
}

/** The rectangle that a footprint covers, machine mm. */
export function boundsOf({ originX, originY, columns, rows, cellMm }: Footprint): LevelBox {
  return {
    minX: originX,
    minY: originY,
    maxX: originX + columns * cellMm,
    maxY: originY + rows * cellMm,
  };
}
