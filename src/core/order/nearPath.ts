import { distancesTo } from '../geometry/distance';
import type { Box, SectionShape, SectionShapes } from './sectionShapes';

export type Grid = Omit<SectionShapes, 'shapes'>;

/** Lines reach beyond their middles by half of their width, which is less than this, mm. */
export const HALF_LINE = 1.5;

/** A rectangle of cells, whole words of bits wide. */
export class BitWindow {
  readonly columns: number;
  readonly left: number;
  readonly first: number;
  readonly width: number;
  readonly height: number;

  /**
   * The cells round a path.
   * @param most distances that are asked for, mm.
   * @param asked where the lines lie whose cells are asked for; everywhere when it is not said.
   */
  constructor(box: Box, most: number, grid: Grid, asked?: Box) {
    const { wordsPerRow, rows, cellMm, originX, originY } = grid;
    const margin = Math.ceil(most / cellMm) + 2;
    const columns = wordsPerRow * 32;
    const clamp = (value: number, end: number): number => Math.min(end, Math.max(0, value));
    // Round what is asked for lies all of the path that is near enough to it.
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
  }

  /** Tells windows of one place and size from others. */
  get key(): string {
    const { left, first, width, height } = this;
    return `${left} ${first} ${width} ${height}`;
  }

  /** Visits the bits that are set in it, with their places in the window. */
  forEachBit(bits: Int32Array, visit: (cell: number, place: number) => void): void {
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

  /** A sum over its bits, 64 bits long: the same for the same bits, and hardly for others. */
  sumOf(bits: Int32Array): string {
    const { left, first, width, height, columns } = this;
    const words = width >> 5;
    let [a, b] = [0x811c9dc5, 0x1b873593];
    for (let y = 0; y < height; y++) {
      const start = ((first + y) * columns + left) >> 5;
      for (let word = start; word < start + words; word++) {
        a = Math.imul(a ^ bits[word], 0x01000193);
        b = Math.imul((b << 5) ^ (b >>> 27) ^ bits[word], 0x85ebca6b);
      }
    }
    return `${a} ${b}`;
  }
}

/** How near cells are to a section's path. */
export class NearPath {
  private readonly distances: Float32Array;

  constructor(
    { path }: Pick<SectionShape, 'path'>,
    private readonly window: BitWindow,
    private readonly grid: Grid,
  ) {
    const { width, height } = window;
    const set = new Uint8Array(width * height);
    window.forEachBit(path, (_, place) => (set[place] = 1));
    this.distances = distancesTo(set, width, height);
  }

  /** Visits the cells whose bits are set and that are nearer than `radius`, mm. */
  forEachNear(
    bits: Int32Array,
    radius: number,
    visit: (cell: number, distance: number) => void,
  ): void {
    const { distances, grid, window } = this;
    const most = radius / grid.cellMm;
    window.forEachBit(bits, (cell, place) => {
      const distance = distances[place];
      if (distance < most) visit(cell, distance * grid.cellMm);
    });
  }
}
