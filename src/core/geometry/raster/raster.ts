import { CELL_MM, type LevelBox, type SettledRaster } from '../footprint';
import { LevelBits } from './levelBits';
import { NUMBERS, type LineSink } from './lineSink';
import { plainCells } from './plainCells';
import type { BatchStamper, GridPlace, MakeCells, RasterCells } from './rasterCells';

/** Cells beyond which a file is too wide to be drawn (600 × 600 mm at 0.15 mm). */
const MOST_CELLS = 16_000_000;
/** Room added at each side when the grid has to grow, cells. */
const MARGIN = 128;
const CELLS_PER_MM = 1 / CELL_MM;
/** Memory for levels that are gathered as bits before they are folded into the grids, bytes. */
const GATHERED_BYTES = 12_000_000;
const MOST_GATHERED = 256;

/**
 * The growing grid behind a {@link Footprint}. Lines are stamped in printing order, each with the
 * number of its level, which never falls.
 *
 * A level is stamped into bits, since setting 32 cells of a row costs one operation. Many levels
 * are gathered and folded into the grids together, the highest first, so that a cell is written
 * once and not once a level.
 */
export class FootprintRaster implements LineSink, GridPlace {
  /** True once a line lay outside of what can be drawn; such lines are left out. */
  private overflowed = false;
  private readonly covered: number[] = [0];
  private readonly boxes: LevelBox[] = [{ minX: 0, minY: 0, maxX: -1, maxY: -1 }];

  /** Where the grid lies: see {@link GridPlace}. */
  columns = 0;
  rows = 0;
  wordsPerRow = 0;
  column0 = 0;
  row0 = 0;
  private cells: RasterCells;
  private readonly gathered: LevelBits[] = [];
  private inUse = 0;
  private gatheredAtMost = 0;
  private current: LevelBits | null = null;

  /** @param makeCells where its cells are; the two kinds do the same, and the quicker takes longer to begin. */
  constructor(private readonly makeCells: MakeCells = plainCells) {
    this.cells = plainCells(0);
  }

  /** Stamps a line from (x0, y0) to (x1, y1), machine mm, `width` mm wide, of level `level` ≥ 1. */
  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void {
    const scale = CELLS_PER_MM;
    const r = width * 0.5 * scale;
    const upwards = y0 <= y1;
    let ax = (upwards ? x0 : x1) * scale - this.column0;
    let ay = (upwards ? y0 : y1) * scale - this.row0;
    let bx = (upwards ? x1 : x0) * scale - this.column0;
    let by = (upwards ? y1 : y0) * scale - this.row0;
    const minX = (ax < bx ? ax : bx) - r;
    const maxX = (ax > bx ? ax : bx) + r;
    if (!(minX >= 1 && ay - r >= 1 && maxX < this.columns - 1 && by + r < this.rows - 1)) {
      const [column0, row0] = [this.column0, this.row0];
      if (!this.growTo(minX + column0, ay - r + row0, maxX + column0, by + r + row0)) return;
      ax += column0 - this.column0;
      bx += column0 - this.column0;
      ay += row0 - this.row0;
      by += row0 - this.row0;
    }
    // A place that is no number passes every comparison above.
    if (!((bx - ax) ** 2 + (by - ay) ** 2 < Infinity)) return;
    const bits = this.current?.level === level ? this.current : this.bitsOf(level);
    bits.extend(
      (ay - r + 0.5) | 0,
      (by + r - 0.5) | 0,
      ((ax < bx ? ax : bx) - r + 0.5) >> 5,
      ((ax < bx ? bx : ax) + r - 0.5) >> 5,
    );
    this.cells.stampLine(bits.words, this.wordsPerRow, ax, ay, bx, by, r);
  }

  stampBatch(batch: Float64Array): void {
    // The cells may be others in the middle of a batch, when the grid grows.
    let loaded: BatchStamper | null = null;
    for (let i = 0; i < batch.length; i += NUMBERS) {
      const { batches } = this.cells;
      if (batches && this.current?.level === batch[i + 5]) {
        if (loaded !== batches) batches.load(batch);
        loaded = batches;
        i = batches.stamp(this.current, i, batch.length, this);
        if (i >= batch.length) return;
      }
      this.stamp(batch[i], batch[i + 1], batch[i + 2], batch[i + 3], batch[i + 4], batch[i + 5]);
    }
  }

  /** The bits of a level that begins now. */
  private bitsOf(level: number): LevelBits {
    if (this.inUse === this.gatheredAtMost) this.fold();
    const bits = (this.gathered[this.inUse] ??= new LevelBits(this.cells.place(this.inUse)));
    bits.reset(level, this.wordsPerRow);
    this.inUse++;
    this.current = bits;
    return bits;
  }

  /** Folds the gathered levels into the grids. */
  private fold(): void {
    const { cells } = this;
    cells.seen.fill(0);
    for (let i = this.inUse - 1; i >= 0; i--) this.foldTop(this.gathered[i]);
    // Once a print is a few layers high, it rarely covers a cell that nothing covered before.
    if (cells.hasNewCells()) {
      for (let i = 0; i < this.inUse; i++) {
        const bits = this.gathered[i];
        const [from, to] = this.wordsOf(bits);
        cells.foldLow(bits.words, from, to, bits.level);
      }
    }
    this.inUse = 0;
    this.current = null;
  }

  /** Takes the cells of a level that no higher level of this fold covers. */
  private foldTop(bits: LevelBits): void {
    const { words, level } = bits;
    this.makeRoomFor(level);
    const [from, to] = this.wordsOf(bits);
    this.covered[level] += this.cells.foldTop(words, from, to, level);
    this.boxes[level] = joinedBox(this.boxes[level], this.boxOf(bits));
  }

  /** The words of a level's rows, as whole fours. */
  private wordsOf({ minRow, maxRow }: LevelBits): [number, number] {
    if (maxRow < 0) return [0, 0];
    const { wordsPerRow } = this;
    return [(minRow * wordsPerRow) & ~3, ((maxRow + 1) * wordsPerRow + 3) & ~3];
  }

  private makeRoomFor(level: number): void {
    while (this.covered.length <= level) {
      this.covered.push(0);
      this.boxes.push(this.boxes[0]);
    }
  }

  /** The box of a level, from the bits of its leftmost and its rightmost words. */
  private boxOf({ words, minRow, maxRow, minWord, maxWord }: LevelBits): LevelBox {
    let leftmost = 0;
    let rightmost = 0;
    for (let row = minRow; row <= maxRow; row++) {
      leftmost |= words[row * this.wordsPerRow + minWord];
      rightmost |= words[row * this.wordsPerRow + maxWord];
    }
    const first = leftmost === 0 ? 0 : 31 - Math.clz32(leftmost & -leftmost);
    const last = rightmost === 0 ? 31 : 31 - Math.clz32(rightmost);
    return {
      minX: (minWord * 32 + first + this.column0) * CELL_MM,
      maxX: (maxWord * 32 + last + 1 + this.column0) * CELL_MM,
      minY: (minRow + this.row0) * CELL_MM,
      maxY: (maxRow + 1 + this.row0) * CELL_MM,
    };
  }

  /** Folds what is left, and hands out all that was counted; nothing is stamped any more. */
  settle(): SettledRaster {
    this.fold();
    const { cells, covered, boxes, overflowed } = this;
    const { left, first, columns, rows } = this.usedPart();
    // Copies, since the cells' memory may not be given away; the margins stay behind.
    const [top, low] = [cells.top, cells.low].map((grid) => {
      const part = new Uint16Array(columns * rows);
      for (let row = 0; row < rows; row++) {
        const from = (first + row) * this.columns + left;
        part.set(grid.subarray(from, from + columns), row * columns);
      }
      return part;
    });
    const [column0, row0] = [this.column0 + left, this.row0 + first];
    return { columns, rows, column0, row0, top, low, covered, boxes, overflowed };
  }

  /** The part of the grid that the levels' boxes cover, in cells from its corner. */
  private usedPart(): { left: number; first: number; columns: number; rows: number } {
    const { minX, minY, maxX, maxY } = this.boxes.reduce(joinedBox);
    if (maxX < minX) return { left: 0, first: 0, columns: 0, rows: 0 };
    const [left, right] = [minX, maxX].map((x) => Math.round(x / CELL_MM) - this.column0);
    const [first, last] = [minY, maxY].map((y) => Math.round(y / CELL_MM) - this.row0);
    return { left, first, columns: right - left, rows: last - first };
  }

  /** Enlarges the grid to hold the given cells; false when it would become too large. */
  private growTo(minX: number, minY: number, maxX: number, maxY: number): boolean {
    const before = gridPlaceOf(this);
    const now = grownPlace(before, minX, minY, maxX, maxY);
    if (!(now.columns * now.rows <= MOST_CELLS)) {
      this.overflowed = true;
      return false;
    }
    // What is gathered has the old layout, so it is folded first; a level under way is carried over, so
    // that its cells count once.
    const underWay = this.takeUnderWay();
    this.fold();
    this.gathered.length = 0;
    const words = Math.ceil((now.wordsPerRow * now.rows) / 4) * 4;
    this.gatheredAtMost = Math.max(
      1,
      Math.min(MOST_GATHERED, Math.floor(GATHERED_BYTES / (words * 4))),
    );
    const { cells } = this;
    this.cells = this.makeCells(words, this.gatheredAtMost);
    Object.assign(this, now);
    // Before anything is folded, as in most first layers, there is nothing in the grids.
    if (this.covered.length > 1) {
      copyRows(cells.top, this.cells.top, before, now, 32);
      copyRows(cells.low, this.cells.low, before, now, 32);
      copyRows(cells.ever, this.cells.ever, before, now, 1);
    }
    if (underWay) this.putUnderWay(underWay, before);
    return true;
  }

  /** Takes the level under way out of what is gathered. */
  private takeUnderWay(): LevelBits | null {
    const { current } = this;
    if (current === null || this.gathered[this.inUse - 1] !== current) return null;
    this.inUse--;
    return current;
  }

  /** Puts it back, in the new layout. */
  private putUnderWay(level: LevelBits, before: GridPlace): void {
    const bits = this.bitsOf(level.level);
    copyRows(level.words, bits.words, before, this, 1);
    const rows = before.row0 - this.row0;
    const words = (before.column0 - this.column0) / 32;
    bits.extend(
      level.minRow + rows,
      level.maxRow + rows,
      level.minWord + words,
      level.maxWord + words,
    );
  }
}

function gridPlaceOf({ columns, rows, wordsPerRow, column0, row0 }: GridPlace): GridPlace {
  return { columns, rows, wordsPerRow, column0, row0 };
}

/**
 * Where a grid lies that holds the given cells as well. A side that they reach gets room behind them; columns are added
 * at the left in whole words, so that no bits have to be shifted.
 */
function grownPlace(
  before: GridPlace,
  minX: number,
  minY: number,
  maxX: number,
  maxY: number,
): GridPlace {
  const isEmpty = before.columns === 0;
  const isLeft = isEmpty || !(minX >= before.column0 + 1);
  const isRight = isEmpty || !(maxX < before.column0 + before.columns - 1);
  const isFirst = isEmpty || !(minY >= before.row0 + 1);
  const isLast = isEmpty || !(maxY < before.row0 + before.rows - 1);
  const left = Math.floor(minX) - MARGIN;
  const steps = isEmpty ? 0 : Math.ceil((before.column0 - left) / 32);
  const column0 = isEmpty ? left : isLeft ? before.column0 - 32 * steps : before.column0;
  const row0 = isFirst ? Math.floor(minY) - MARGIN : before.row0;
  const right = isRight ? Math.ceil(maxX) + MARGIN : before.column0 + before.columns;
  const last = isLast ? Math.ceil(maxY) + MARGIN : before.row0 + before.rows;
  const wordsPerRow = Math.ceil((right - column0) / 32);
  return { columns: wordsPerRow * 32, rows: last - row0, wordsPerRow, column0, row0 };
}

/** Copies the rows of a grid into a larger one around it; each word of a row has so many entries. */
function copyRows<T extends Int32Array | Uint16Array>(
  from: T,
  to: T,
  before: GridPlace,
  now: GridPlace,
  entries: number,
): void {
  const width = before.wordsPerRow * entries;
  const start = ((before.column0 - now.column0) / 32) * entries;
  for (let row = 0; row < before.rows; row++) {
    const at = (row + before.row0 - now.row0) * now.wordsPerRow * entries + start;
    to.set(from.subarray(row * width, (row + 1) * width), at);
  }
}

function joinedBox(a: LevelBox, b: LevelBox): LevelBox {
  if (a.maxX < a.minX) return b;
  if (b.maxX < b.minX) return a;
  return {
    minX: Math.min(a.minX, b.minX),
    minY: Math.min(a.minY, b.minY),
    maxX: Math.max(a.maxX, b.maxX),
    maxY: Math.max(a.maxY, b.maxY),
  };
}
