import { headHeight, nozzleRadius, type NozzleShape } from '../printer/nozzleShape';
import { BitWindow, HALF_LINE, NearPath, type Grid } from './nearPath';
import type { Neighbours } from './neighbours';
import type { Box, SectionShape } from './sectionShapes';

/** How near the path of a section comes to what stands higher. */
type Nearness = Pick<Neighbours, 'distance' | 'touchMm' | 'depthMm' | 'at'>;

/** Paths and outlines in one window, each looked at once: most layers of a print are like those below. */
interface Seen {
  readonly window: BitWindow;
  /** Numbers of bits that are the same in the window, by their sums and by where they were found. */
  readonly numbers: Map<string, number>;
  readonly numberOf: Map<Int32Array, number>;
  readonly paths: Map<number, NearPath>;
  /** By the numbers of a path and an outline, and by the reach. */
  readonly found: Map<number, Nearness | null>;
}

/** Room for the numbers in one key: a print has no more sections; reach counts in steps of 0.1 µm. */
const MOST_NUMBERS = 1 << 16;
const STEPS = 1e4;
const MOST_STEPS = 1 << 20;

/** Finds the sections that stand higher within reach of the nozzle's cone that prints another one. */
export class Besides {
  private readonly seen = new Map<string, Seen>();

  constructor(
    private readonly shapes: readonly SectionShape[],
    private readonly heights: readonly number[],
    private readonly grid: Grid,
    private readonly nozzle: NozzleShape,
  ) {}

  /** Those among `higher` that the cone comes to while `low` is printed. */
  of(low: number, higher: readonly number[]): Neighbours[] {
    const { shapes, heights, nozzle, grid } = this;
    const heightMm = headHeight(nozzle);
    const { box } = shapes[low];
    const reach = (high: number): number =>
      nozzleRadius(nozzle, Math.min(heights[high] - heights[low], heightMm));
    const around = higher.filter((high) => apart(box, shapes[high].box) <= reach(high) + HALF_LINE);
    const most = around.reduce((widest, high) => Math.max(widest, reach(high)), 0);
    return sidesOf(box, around, shapes, most + HALF_LINE).flatMap((highs) => {
      const asked = boxOf(highs.map((high) => shapes[high].box));
      const seen = this.seenIn(new BitWindow(box, most, grid, asked));
      return highs.flatMap((high): Neighbours[] => {
        const near = this.nearness(seen, shapes[low], shapes[high], reach(high));
        return near ? [{ low, high, rise: heights[high] - heights[low], ...near }] : [];
      });
    });
  }

  private seenIn(window: BitWindow): Seen {
    let seen = this.seen.get(window.key);
    if (!seen) {
      seen = {
        window,
        numbers: new Map(),
        numberOf: new Map(),
        paths: new Map(),
        found: new Map(),
      };
      this.seen.set(window.key, seen);
    }
    return seen;
  }

  private nearness(
    seen: Seen,
    low: SectionShape,
    high: SectionShape,
    radius: number,
  ): Nearness | null {
    const { window, paths, found } = seen;
    const [path, outline] = [numberIn(seen, low.path), numberIn(seen, high.covers)];
    const key = (path * MOST_NUMBERS + outline) * MOST_STEPS + Math.round(radius * STEPS);
    let nearness = found.get(key);
    if (nearness !== undefined) return nearness;
    let near = paths.get(path);
    if (!near) paths.set(path, (near = new NearPath(low, window, this.grid)));
    nearness = this.look(near, high.covers, radius);
    found.set(key, nearness);
    return nearness;
  }

  private look(path: NearPath, covers: Int32Array, radius: number): Nearness | null {
    const { wordsPerRow, cellMm, originX, originY } = this.grid;
    let distance = Infinity;
    let nearest = 0;
    let touched = 0;
    path.forEachNear(covers, radius, (cell, d) => {
      if (d < distance) [distance, nearest] = [d, cell];
      if (!isInside(covers, cell, this.grid)) touched++;
    });
    if (distance === Infinity) return null;
    const columns = wordsPerRow * 32;
    const at = {
      x: originX + ((nearest % columns) + 0.5) * cellMm,
      y: originY + (Math.floor(nearest / columns) + 0.5) * cellMm,
    };
    return { distance, touchMm: touched * cellMm, depthMm: radius - distance, at };
  }
}

/** The number of some bits in a window, the same for the same bits. */
function numberIn({ window, numbers, numberOf }: Seen, bits: Int32Array): number {
  let number = numberOf.get(bits);
  if (number !== undefined) return number;
  const sum = window.sumOf(bits);
  number = numbers.get(sum) ?? numbers.size;
  numbers.set(sum, number);
  numberOf.set(bits, number);
  return number;
}

/** Sections in groups by the side of a box on which they stand: what lies apart is looked at apart. */
function sidesOf(
  box: Box,
  around: readonly number[],
  shapes: readonly SectionShape[],
  reach: number,
): number[][] {
  const sides: { strip: Box; readonly highs: number[] }[] = [];
  for (const high of around) {
    const other = shapes[high].box;
    const strip = {
      minX: Math.max(other.minX, box.minX - reach),
      minY: Math.max(other.minY, box.minY - reach),
      maxX: Math.min(other.maxX, box.maxX + reach),
      maxY: Math.min(other.maxY, box.maxY + reach),
    };
    const side = sides.find((one) => apart(one.strip, strip) === 0);
    if (side) {
      side.strip = boxOf([side.strip, strip]);
      side.highs.push(high);
    } else sides.push({ strip, highs: [high] });
  }
  return sides.map(({ highs }) => highs);
}

/** A cell all of whose neighbours are covered too is no outline. */
function isInside(bits: Int32Array, cell: number, { wordsPerRow }: Grid): boolean {
  const row = wordsPerRow * 32;
  return (
    isSet(bits, cell - 1) &&
    isSet(bits, cell + 1) &&
    isSet(bits, cell - row) &&
    isSet(bits, cell + row)
  );
}

function isSet(bits: Int32Array, at: number): boolean {
  return ((bits[at >> 5] ?? 0) & (1 << (at & 31))) !== 0;
}

/** The box round boxes. */
function boxOf(boxes: readonly Box[]): Box {
  return {
    minX: Math.min(...boxes.map(({ minX }) => minX)),
    minY: Math.min(...boxes.map(({ minY }) => minY)),
    maxX: Math.max(...boxes.map(({ maxX }) => maxX)),
    maxY: Math.max(...boxes.map(({ maxY }) => maxY)),
  };
}

/** Distance of two boxes, mm; 0 where they overlap. */
export function apart(a: Box, b: Box): number {
  const dx = Math.max(0, a.minX - b.maxX, b.minX - a.maxX);
  const dy = Math.max(0, a.minY - b.maxY, b.minY - a.maxY);
  return Math.hypot(dx, dy);
}
