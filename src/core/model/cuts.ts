import { TRIANGLE_STRIDE, type Mesh } from './mesh';
import { layersBelow, middleOf, type LayerGrid } from './layerGrid';
import type { Overlaps } from './shells';
import { sixfoldVolume } from './soundness';
import { joinedCut, type CutArea } from './unions';

/** What a cut through every layer's middle shows; by layer index (layer number minus 1). */
export interface LayerCuts {
  /** Area of the cut, mm²; where bodies stand in one another it counts once. */
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
    // Always from below, so that both triangles of an edge meet in the very same place.
    const [low, high] = up ? [p, q] : [q, p];
    const share = (z - c[low + 2]) / (c[high + 2] - c[low + 2]);
    const at = up ? 2 : 0;
    line[at] = c[low] + share * (c[high] - c[low]);
    line[at + 1] = c[low + 1] + share * (c[high + 1] - c[low + 1]);
    from = up ? from : 1;
    found++;
  }
  return found === 2 && from === 1;
}

/** Lines that wait to be joined, by what group of bodies they belong to. */
class Waiting {
  private readonly groups = new Map<number, number[]>();

  constructor(private readonly overlaps: Overlaps | null) {}

  /** Keeps a line for later; false where its body stands by itself. */
  takes(triangle: number, line: Float64Array, place: number): boolean {
    if (!this.overlaps) return false;
    const shell = this.overlaps.shellOf[triangle];
    const group = this.overlaps.groupOf[shell];
    if (group < 0) return false;
    const key = group * PLACES + place;
    let there = this.groups.get(key);
    if (!there) this.groups.set(key, (there = []));
    there.push(line[0], line[1], line[2], line[3]);
    return true;
  }

  /** The cuts of each group, joined. */
  *joined(): Generator<{ place: number; cut: CutArea }> {
    for (const [key, lines] of this.groups) yield { place: key % PLACES, cut: joinedCut(lines) };
  }
}

/** More layers than a model has. */
const PLACES = 1 << 20;

/**
 * Cuts a mesh at the middle of every layer.
 * @param overlaps bodies that may stand in one another; null for none.
 */
export function cutLayers(
  { corners: c }: Pick<Mesh, 'corners'>,
  grid: LayerGrid,
  overlaps: Overlaps | null = null,
): LayerCuts {
  const area = new Float64Array(grid.count);
  const outline = new Float64Array(grid.count);
  const line = new Float64Array(4);
  const waiting = new Waiting(overlaps);
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    const [a, b, d] = [c[i + 2], c[i + 5], c[i + 8]];
    const least = a < b ? (a < d ? a : d) : b < d ? b : d;
    const most = a > b ? (a > d ? a : d) : b > d ? b : d;
    const last = layersBelow(grid, most);
    for (let layer = layersBelow(grid, least); layer <= last; layer++) {
      if (layer === 0 || !cutTriangle(c, i, middleOf(grid, layer), line)) continue;
      if (waiting.takes(i / TRIANGLE_STRIDE, line, layer - 1)) continue;
      const [x0, y0, x1, y1] = line;
      area[layer - 1] += (x0 * y1 - x1 * y0) / 2;
      outline[layer - 1] += Math.hypot(x1 - x0, y1 - y0);
    }
  }
  for (const { place, cut } of waiting.joined()) {
    area[place] += cut.area;
    outline[place] += cut.outline;
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
export function cutAt(
  { corners: c }: Pick<Mesh, 'corners'>,
  z: number,
  overlaps: Overlaps | null = null,
): Cut {
  const numbers: number[] = [];
  const line = new Float64Array(4);
  const waiting = new Waiting(overlaps);
  let area = 0;
  let outline = 0;
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    if (!cutTriangle(c, i, z, line)) continue;
    if (waiting.takes(i / TRIANGLE_STRIDE, line, 0)) continue;
    const [x0, y0, x1, y1] = line;
    numbers.push(x0, y0, x1, y1);
    area += (x0 * y1 - x1 * y0) / 2;
    outline += Math.hypot(x1 - x0, y1 - y0);
  }
  for (const { cut } of waiting.joined()) {
    for (const path of cut.paths) {
      path.forEach((p, i) => {
        const q = path[(i + 1) % path.length];
        numbers.push(p.x, p.y, q.x, q.y);
      });
    }
    area += cut.area;
    outline += cut.outline;
  }
  return { z, lines: new Float32Array(numbers), area, outline };
}

/** All bodies that may stand in one another, joined and cut at one height. */
export function joinedAt(
  { corners: c }: Pick<Mesh, 'corners'>,
  z: number,
  { shellOf, groupOf }: Overlaps,
): CutArea {
  const line = new Float64Array(4);
  const lines: number[] = [];
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    if (groupOf[shellOf[i / TRIANGLE_STRIDE]] < 0) continue;
    if (cutTriangle(c, i, z, line)) lines.push(line[0], line[1], line[2], line[3]);
  }
  return joinedCut(lines);
}

/** Slices that the volume of joined bodies is added up from, at most. */
const MOST_SLICES = 400;

/**
 * Volume of bodies that may stand in one another, each place once, mm³. Between the heights of corners the area
 * of a cut is a quadratic function, which two places tell exactly (Gauss and Legendre); where bodies cross
 * between them, it is near.
 */
export function joinedVolume(mesh: Pick<Mesh, 'corners'>, overlaps: Overlaps): number {
  const { corners: c } = mesh;
  const { shellOf, groupOf } = overlaps;
  const heights = new Set<number>();
  let alone = 0;
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    if (groupOf[shellOf[i / TRIANGLE_STRIDE]] < 0) alone += sixfoldVolume(c, i) / 6;
    else for (let k = 2; k < TRIANGLE_STRIDE; k += 3) heights.add(c[i + k]);
  }
  const sorted = [...heights].sort((a, b) => a - b);
  const [low, high] = [sorted[0], sorted[sorted.length - 1]];
  const borders =
    sorted.length <= MOST_SLICES / 2
      ? sorted
      : Array.from({ length: MOST_SLICES / 2 }, (_, i) => low + ((high - low) * i) / (MOST_SLICES / 2 - 1)); // prettier-ignore
  let volume = alone;
  for (let i = 1; i < borders.length; i++) {
    const [half, middle] = [(borders[i] - borders[i - 1]) / 2, (borders[i] + borders[i - 1]) / 2];
    const away = half / Math.sqrt(3);
    for (const z of [middle - away, middle + away])
      volume += half * joinedAt(mesh, z, overlaps).area;
  }
  return volume;
}
