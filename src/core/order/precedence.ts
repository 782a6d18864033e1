import { HAIR } from '../tolerances';
import { distancesTo } from '../geometry/distance';
import { nozzleRadius, type NozzleShape } from '../printer/nozzleShape';
import type { Precedence } from './colourByColour';
import type { Box, SectionShape, SectionShapes } from './sectionShapes';

/** Lines reach beyond their middles by half of their width, which is less than this, mm. */
const HALF_LINE = 1.5;

/** A section that stands higher than another one, and how near to the way of that one. */
export interface Neighbours {
  /** The section that is printed lower, and the higher one, as places in the list of sections. */
  readonly low: number;
  readonly high: number;
  /** How much higher it stands, mm. */
  readonly rise: number;
  /** From the middle of the nozzle to it, mm: 0 where the lower one prints through it. */
  readonly distance: number;
  /** Of the higher one, the length of outline within the cone's reach, and how deep the cone comes, mm. */
  readonly touchMm: number;
  readonly depthMm: number;
  /** Where the higher one stands nearest, machine mm. */
  readonly at: { readonly x: number; readonly y: number };
}

/** What lies on what, and what stands beside what: enough to judge any order for any dip, for any filaments. */
export interface Standing {
  /** Sections that each one lies on, as places in the list of sections. */
  readonly liesOn: Precedence;
  /** None for two sections that are always printed in the file's order. */
  readonly neighbours: readonly Neighbours[];
}

/** Told how many sections have been looked at; comes to false to give up. */
export type OnSection = (done: number, of: number) => boolean | Promise<boolean>;

/**
 * Looks at which sections lie on others, and which stand beside others, within the nozzle's reach when they
 * are higher.
 * @param heights of the tops of the sections, mm.
 * @param keepsOrder tells which two are never printed in another order than the file's, so that how near they
 *   stand is not asked.
 * @returns null when it was given up.
 */
export async function standingOf(
  { shapes, ...grid }: SectionShapes,
  heights: readonly number[],
  nozzle: NozzleShape,
  onSection: OnSection = () => true,
  keepsOrder: (low: number, high: number) => boolean = () => false,
): Promise<Standing | null> {
  const liesOn = supports(shapes, heights, grid);
  const neighbours: Neighbours[] = [];
  for (let low = 0; low < shapes.length; low++) {
    if (!(await onSection(low, shapes.length))) return null;
    const higher = shapes.flatMap((_, high) =>
      heights[high] > heights[low] + HAIR && !keepsOrder(low, high) ? [high] : [],
    );
    if (higher.length === 0 || isEmpty(shapes[low].box)) continue;
    neighbours.push(...besides(low, higher, shapes, heights, grid, nozzle));
  }
  return { liesOn, neighbours };
}

type Grid = Omit<SectionShapes, 'shapes'>;

/** For each section the topmost ones below the middles of its lines. */
function supports(
  shapes: readonly SectionShape[],
  heights: readonly number[],
  { wordsPerRow, rows }: Grid,
): number[][] {
  const top = new Int32Array(wordsPerRow * rows * 32).fill(-1);
  const byHeight = shapes.map((_, i) => i).toSorted((a, b) => heights[a] - heights[b] || a - b);
  const liesOn: number[][] = shapes.map(() => []);
  let waiting: number[] = [];
  const lay = (): void => {
    for (const i of waiting) fillBits(top, shapes[i].covers, i);
    waiting = [];
  };
  for (const i of byHeight) {
    // Sections of one height do not lie on each other.
    if (waiting.length > 0 && heights[i] > heights[waiting[0]] + HAIR) lay();
    liesOn[i] = valuesUnder(top, shapes[i].rests);
    waiting.push(i);
  }
  return liesOn;
}

function fillBits(cells: Int32Array, bits: Int32Array, value: number): void {
  for (let word = 0; word < bits.length; word++) {
    const set = bits[word];
    if (set === -1) cells.fill(value, word * 32, word * 32 + 32);
    else {
      for (let left = set; left !== 0; left &= left - 1) {
        cells[word * 32 + 31 - Math.clz32(left & -left)] = value;
      }
    }
  }
}

/** The values from 0 on that the set cells hold, each once. */
function valuesUnder(cells: Int32Array, bits: Int32Array): number[] {
  const found = new Set<number>();
  let latest = -1;
  for (let word = 0; word < bits.length; word++) {
    for (let left = bits[word]; left !== 0; left &= left - 1) {
      const value = cells[word * 32 + 31 - Math.clz32(left & -left)];
      if (value === latest) continue;
      latest = value;
      if (value >= 0) found.add(value);
    }
  }
  return [...found];
}

/** The higher sections within reach of a nozzle that prints `low`. */
function besides(
  low: number,
  higher: readonly number[],
  shapes: readonly SectionShape[],
  heights: readonly number[],
  grid: Grid,
  nozzle: NozzleShape,
): Neighbours[] {
  const { cellMm } = grid;
  const { radiusMm, heightMm } = nozzle.headClearance;
  const reach = (high: number): number =>
    nozzleRadius(nozzle, Math.min(heights[high] - heights[low], heightMm));
  const isFar = (high: number): boolean =>
    apart(shapes[low].box, shapes[high].box) > reach(high) + HALF_LINE;
  const around = higher.filter((high) => !isFar(high));
  const near = new NearWay(
    shapes[low],
    Math.max(0, ...around.map(reach)),
    grid,
    boxOf(around.map((high) => shapes[high].box)),
  );
  return higher.flatMap((high): Neighbours[] => {
    const rise = heights[high] - heights[low];
    if (rise > heightMm + HAIR && apart(shapes[low].box, shapes[high].box) < radiusMm) {
      const at = { x: shapes[high].box.minX, y: shapes[high].box.minY };
      return [{ low, high, rise, distance: 0, touchMm: 0, depthMm: 0, at }];
    }
    if (isFar(high)) return [];
    const radius = reach(high);
    let distance = Infinity;
    let nearest = 0;
    let touched = 0;
    near.forEachNear(shapes[high].covers, radius, (cell, d) => {
      if (d < distance) [distance, nearest] = [d, cell];
      if (!isInside(shapes[high].covers, cell, grid)) touched++;
    });
    if (distance === Infinity) return [];
    const columns = grid.wordsPerRow * 32;
    const at = {
      x: grid.originX + ((nearest % columns) + 0.5) * cellMm,
      y: grid.originY + (Math.floor(nearest / columns) + 0.5) * cellMm,
    };
    const touchMm = touched * cellMm;
    return [{ low, high, rise, distance, touchMm, depthMm: radius - distance, at }];
  });
}

/** How near cells are to a section's way. */
export class NearWay {
  private readonly columns: number;
  private readonly left: number;
  private readonly first: number;
  private readonly width: number;
  private readonly height: number;
  private readonly distances: Float32Array;

  /**
   * @param most distances that are asked for, mm.
   * @param asked where the lines lie whose cells are asked for; everywhere when it is not said.
   */
  constructor(
    { way, box }: SectionShape,
    most: number,
    private readonly grid: Grid,
    asked?: Box,
  ) {
    const { wordsPerRow, rows, cellMm, originX, originY } = grid;
    const margin = Math.ceil(most / cellMm) + 2;
    const columns = wordsPerRow * 32;
    const clamp = (value: number, end: number): number => Math.min(end, Math.max(0, value));
    // Round what is asked for lies all of the way that is near enough to it.
    const beyond = asked ? most + HALF_LINE : Infinity;
    const minX = Math.max(box.minX, (asked?.minX ?? 0) - beyond);
    const maxX = Math.min(box.maxX, (asked?.maxX ?? 0) + beyond);
    const minY = Math.max(box.minY, (asked?.minY ?? 0) - beyond);
    const maxY = Math.min(box.maxY, (asked?.maxY ?? 0) + beyond);
    // Whole words, so that bits can be taken word by word.
    const left = clamp(Math.floor((minX - originX) / cellMm) - margin, columns) & ~31;
    const right = clamp(Math.ceil((maxX - originX) / cellMm) + margin + 31, columns) & ~31;
    const first = clamp(Math.floor((minY - originY) / cellMm) - margin, rows);
    const last = clamp(Math.ceil((maxY - originY) / cellMm) + margin, rows);
    this.columns = columns;
    this.left = left;
    this.first = first;
    this.width = Math.max(0, right - left);
    this.height = Math.max(0, last - first);
    const set = new Uint8Array(this.width * this.height);
    this.forEachBit(way, (_, place) => (set[place] = 1));
    this.distances = distancesTo(set, this.width, this.height);
  }

  /** Distance of a cell, mm; Infinity beyond what is asked for. */
  of(cell: number): number {
    const { columns, left, first, width, height } = this;
    const row = Math.floor(cell / columns);
    const [x, y] = [cell - row * columns - left, row - first];
    if (x < 0 || x >= width || y < 0 || y >= height) return Infinity;
    return this.distances[y * width + x] * this.grid.cellMm;
  }

  /** Visits the cells whose bits are set and that are nearer than `radius`, mm. */
  forEachNear(
    bits: Int32Array,
    radius: number,
    visit: (cell: number, distance: number) => void,
  ): void {
    const { distances, grid } = this;
    const most = radius / grid.cellMm;
    this.forEachBit(bits, (cell, place) => {
      const distance = distances[place];
      if (distance < most) visit(cell, distance * grid.cellMm);
    });
  }

  /** Visits the bits that are set round the way, with their places in the window. */
  private forEachBit(bits: Int32Array, visit: (cell: number, place: number) => void): void {
    const { left, first, width, height, columns } = this;
    const words = width >> 5;
    for (let y = 0; y < height; y++) {
      const start = (first + y) * columns + left;
      for (let word = 0; word < words; word++) {
        for (let rest = bits[(start >> 5) + word]; rest !== 0; rest &= rest - 1) {
          const x = word * 32 + 31 - Math.clz32(rest & -rest);
          visit(start + x, y * width + x);
        }
      }
    }
  }
}

/**
 * What has to be printed before each section when nothing within the nozzle's reach may stand more than
 * `dipMm` above it: what it lies on, what is too low beside it, and what would be printed through it.
 */
export function precedenceFor({ liesOn, neighbours }: Standing, dipMm: number): number[][] {
  const before = liesOn.map((below) => new Set(below));
  for (const { low, high, rise, distance } of neighbours) {
    if (rise > dipMm + HAIR || distance === 0) before[high].add(low);
  }
  return before.map((one) => [...one]);
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

function isEmpty({ minX, maxX }: Box): boolean {
  return maxX < minX;
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
function apart(a: Box, b: Box): number {
  const dx = Math.max(0, a.minX - b.maxX, b.minX - a.maxX);
  const dy = Math.max(0, a.minY - b.maxY, b.minY - a.maxY);
  return Math.hypot(dx, dy);
}
