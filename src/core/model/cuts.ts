import { TRIANGLE_STRIDE, type Mesh } from './mesh';
import { layersBelow, middleOf, type LayerGrid } from './layerGrid';

/** What a cut through every layer's middle shows; by layer index (layer number minus 1). */
export interface LayerCuts {
  /** Area of the cut, mm²; where bodies stand in one another it counts twice. */
  readonly area: Float64Array;
  /** Length of its outlines, mm. */
  readonly outline: Float64Array;
}

/** Where a plane meets an edge: a corner on the plane counts as below it, so that nothing is met twice. */
const isAbove = (z: number, plane: number): boolean => z > plane;

/** Ends of the line in which a plane at `z` cuts a triangle, so that what is inside lies to its left. */
function cutTriangle(c: Float32Array, i: number, z: number, line: Float64Array): boolean {
  let found = 0;
  let from = 0;
  for (let edge = 0; edge < 3; edge++) {
    const p = i + edge * 3;
    const q = i + (edge === 2 ? 0 : edge + 1) * 3;
    const up = isAbove(c[q + 2], z);
    if (isAbove(c[p + 2], z) === up) continue;
    const share = (z - c[p + 2]) / (c[q + 2] - c[p + 2]);
    const at = up ? 2 : 0;
    line[at] = c[p] + share * (c[q] - c[p]);
    line[at + 1] = c[p + 1] + share * (c[q + 1] - c[p + 1]);
    from = up ? from : 1;
    found++;
  }
  return found === 2 && from === 1;
}

/** Cuts a mesh at the middle of every layer. */
export function cutLayers({ corners: c }: Pick<Mesh, 'corners'>, grid: LayerGrid): LayerCuts {
  const area = new Float64Array(grid.count);
  const outline = new Float64Array(grid.count);
  const line = new Float64Array(4);
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    const [a, b, d] = [c[i + 2], c[i + 5], c[i + 8]];
    const least = a < b ? (a < d ? a : d) : b < d ? b : d;
    const most = a > b ? (a > d ? a : d) : b > d ? b : d;
    const last = layersBelow(grid, most);
    for (let layer = layersBelow(grid, least); layer <= last; layer++) {
      if (layer === 0 || !cutTriangle(c, i, middleOf(grid, layer), line)) continue;
      const [x0, y0, x1, y1] = line;
      area[layer - 1] += (x0 * y1 - x1 * y0) / 2;
      outline[layer - 1] += Math.hypot(x1 - x0, y1 - y0);
    }
  }
  return { area, outline };
}

/** A cut at one height: its lines (x0 y0 x1 y1 each, mm), its area (mm²) and how long its outlines are (mm). */
export interface Cut {
  readonly z: number;
  readonly lines: Float32Array<ArrayBuffer>;
  readonly area: number;
  readonly outline: number;
}

/** Cuts a mesh at one height. What lies exactly in the plane counts as below it. */
export function cutAt({ corners: c }: Pick<Mesh, 'corners'>, z: number): Cut {
  const numbers: number[] = [];
  const line = new Float64Array(4);
  let area = 0;
  let outline = 0;
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    if (!cutTriangle(c, i, z, line)) continue;
    const [x0, y0, x1, y1] = line;
    numbers.push(x0, y0, x1, y1);
    area += (x0 * y1 - x1 * y0) / 2;
    outline += Math.hypot(x1 - x0, y1 - y0);
  }
  return { z, lines: new Float32Array(numbers), area, outline };
}
