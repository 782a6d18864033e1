import { Capsule } from './capsule';

/** Side of a cell, mm. */
export const CELL_MM = 0.15;
/** Cells beyond which a file is too wide to be drawn (600 × 600 mm at 0.15 mm). */
const MOST_CELLS = 16_000_000;
/** Room added at each side when the grid has to grow, cells. */
const MARGIN = 128;
/** Highest level number that a cell can hold. */
export const MOST_LEVELS = 65535;

/** What prints where: for each cell the topmost and the lowest layer, 0 where nothing prints. */
export interface Footprint {
  readonly cellMm: number;
  /** Machine mm of the lower left corner of cell (0, 0). */
  readonly originX: number;
  readonly originY: number;
  readonly columns: number;
  readonly rows: number;
  /** Row by row from the front of the bed; layer numbers from 1. */
  readonly top: Uint16Array;
  readonly low: Uint16Array;
}

/**
 * The growing grid behind a {@link Footprint}. Lines are stamped in printing order, each with the
 * number of its level; areas are kept up to date with every stamp.
 */
export class FootprintRaster {
  /** True once a line lay outside of what can be drawn; such lines are left out. */
  overflowed = false;
  /** Cells that a level covers, and those of them that nothing later covers; by level. */
  readonly covered: number[] = [0];
  readonly exposed: number[] = [0];

  private columns = 0;
  private rows = 0;
  /** Grid position of cell (0, 0), in cells from machine zero. */
  private column0 = 0;
  private row0 = 0;
  private top = new Uint16Array(0);
  private low = new Uint16Array(0);
  private readonly capsule = new Capsule();

  /** Stamps a line from (x0, y0) to (x1, y1), machine mm, `width` mm wide, of level `level` ≥ 1. */
  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void {
    const scale = 1 / CELL_MM;
    const r = (width / 2) * scale;
    const ax = x0 * scale;
    const ay = y0 * scale;
    const bx = x1 * scale;
    const by = y1 * scale;
    const minX = Math.floor((ax < bx ? ax : bx) - r);
    const maxX = Math.ceil((ax > bx ? ax : bx) + r);
    const minY = Math.floor((ay < by ? ay : by) - r);
    const maxY = Math.ceil((ay > by ? ay : by) + r);
    if (
      minX < this.column0 ||
      minY < this.row0 ||
      maxX >= this.column0 + this.columns ||
      maxY >= this.row0 + this.rows
    ) {
      if (!this.growTo(minX, minY, maxX, maxY)) return;
    }
    while (this.covered.length <= level) {
      this.covered.push(0);
      this.exposed.push(0);
    }
    const capsule = this.capsule;
    capsule.set(ax, ay, bx, by, r);
    const { top, low, exposed } = this;
    let fresh = 0;
    for (let row = minY; row <= maxY; row++) {
      capsule.row(row + 0.5);
      const first = Math.ceil(capsule.left - 0.5);
      const last = Math.floor(capsule.right - 0.5);
      const offset = (row - this.row0) * this.columns - this.column0;
      for (let i = offset + first; i <= offset + last; i++) {
        const before = top[i];
        if (before === level) continue;
        top[i] = level;
        exposed[before]--;
        fresh++;
        if (before === 0) low[i] = level;
      }
    }
    this.covered[level] += fresh;
    exposed[level] += fresh;
  }

  /**
   * The finished picture, cut to what is printed.
   * @param layerOfLevel layer number by level; 0 for levels that are no layer (priming).
   */
  finish(layerOfLevel: Uint16Array): Footprint {
    const { top, low, columns, rows } = this;
    for (let i = 0; i < top.length; i++) {
      top[i] = layerOfLevel[top[i]];
      low[i] = layerOfLevel[low[i]];
      if (low[i] === 0) low[i] = top[i];
    }
    const box = printedBox(top, columns, rows);
    const width = box.right - box.left + 1;
    const height = box.last - box.first + 1;
    const cut = (grid: Uint16Array): Uint16Array => {
      const out = new Uint16Array(width * height);
      for (let row = 0; row < height; row++) {
        const from = (box.first + row) * columns + box.left;
        out.set(grid.subarray(from, from + width), row * width);
      }
      return out;
    };
    return {
      cellMm: CELL_MM,
      originX: (this.column0 + box.left) * CELL_MM,
      originY: (this.row0 + box.first) * CELL_MM,
      columns: width,
      rows: height,
      top: cut(top),
      low: cut(low),
    };
  }

  /** Enlarges the grid to hold the given cells; false when it would become too large. */
  private growTo(minX: number, minY: number, maxX: number, maxY: number): boolean {
    const empty = this.columns === 0;
    const left = (empty ? minX : Math.min(minX, this.column0)) - MARGIN;
    const bottom = (empty ? minY : Math.min(minY, this.row0)) - MARGIN;
    const right = (empty ? maxX : Math.max(maxX, this.column0 + this.columns)) + MARGIN;
    const top = (empty ? maxY : Math.max(maxY, this.row0 + this.rows)) + MARGIN;
    const columns = right - left + 1;
    const rows = top - bottom + 1;
    if (!(columns * rows <= MOST_CELLS)) {
      this.overflowed = true;
      return false;
    }
    const move = (grid: Uint16Array): Uint16Array<ArrayBuffer> => {
      const larger = new Uint16Array(columns * rows);
      for (let row = 0; row < this.rows; row++) {
        const from = row * this.columns;
        const to = (row + this.row0 - bottom) * columns + (this.column0 - left);
        larger.set(grid.subarray(from, from + this.columns), to);
      }
      return larger;
    };
    this.top = move(this.top);
    this.low = move(this.low);
    this.columns = columns;
    this.rows = rows;
    this.column0 = left;
    this.row0 = bottom;
    return true;
  }
}

/** The rectangle of non-empty cells; a single empty cell when nothing is printed. */
function printedBox(grid: Uint16Array, columns: number, rows: number) {
  const box = { left: columns, right: -1, first: rows, last: -1 };
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (grid[row * columns + column] === 0) continue;
      if (column < box.left) box.left = column;
      if (column > box.right) box.right = column;
      if (row < box.first) box.first = row;
      box.last = row;
    }
  }
  return box.right < 0 ? { left: 0, right: 0, first: 0, last: 0 } : box;
}
