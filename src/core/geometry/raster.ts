import { CELL_MM, type LevelBox, type SettledRaster } from './footprint';
import { LevelBits, popcount } from './levelBits';
import type { LineSink } from './lineSink';

/** Cells beyond which a file is too wide to be drawn (600 × 600 mm at 0.15 mm). */
const MOST_CELLS = 16_000_000;
/** Room added at each side when the grid has to grow, cells. */
const MARGIN = 128;
/** Memory for levels that are gathered as bits before they are folded into the grids, bytes. */
const GATHERED_BYTES = 12_000_000;
const MOST_GATHERED = 256;
/** Half-rows below this length of rise are drawn as level lines, cells. */
const FLAT = 1e-6;

/**
 * The growing grid behind a {@link Footprint}. Lines are stamped in printing order, each with the
 * number of its level, which never falls.
 *
 * A level is stamped into bits, since setting 32 cells of a row costs one operation. Many levels
 * are gathered and folded into the grids together, the highest first, so that a cell is written
 * once and not once a level.
 */
export class FootprintRaster implements LineSink {
  /** True once a line lay outside of what can be drawn; such lines are left out. */
  private overflowed = false;
  private readonly covered: number[] = [0];
  private readonly boxes: LevelBox[] = [{ minX: 0, minY: 0, maxX: -1, maxY: -1 }];

  private columns = 0;
  private rows = 0;
  private wordsPerRow = 0;
  /** Grid position of cell (0, 0), in cells from machine zero. */
  private column0 = 0;
  private row0 = 0;
  private top = new Uint16Array(0);
  private low = new Uint16Array(0);
  /** Cells that any folded level covers. */
  private ever = new Int32Array(0);
  /** Scratch of a fold: cells that a higher level of the same fold covers. */
  private seen = new Int32Array(0);
  private readonly gathered: LevelBits[] = [];
  private inUse = 0;
  private gatheredAtMost = 0;
  private current: LevelBits | null = null;

  /** Stamps a line from (x0, y0) to (x1, y1), machine mm, `width` mm wide, of level `level` ≥ 1. */
  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void {
    const scale = 1 / CELL_MM;
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
    const bits = this.current?.level === level ? this.current : this.bitsOf(level);
    this.stampRows(bits, ax, ay, bx, by, r);
  }

  /**
   * Sets the cells whose centre lies within `r` of the line from a to b (a below b, in cells).
   *
   * The edge of such a shape in a row is its slanted side, or an end's circle beyond the points
   * where the side touches it. Rows that only meet the sides are the inner loop; they need no root.
   */
  private stampRows(
    bits: LevelBits,
    ax: number,
    ay: number,
    bx: number,
    by: number,
    r: number,
  ): void {
    const dx = bx - ax;
    const dy = by - ay;
    const length = Math.sqrt(dx * dx + dy * dy);
    if (!(length < Infinity)) return;
    const firstRow = (ay - r + 0.5) | 0;
    const lastRow = (by + r - 0.5) | 0;
    bits.extend(
      firstRow,
      lastRow,
      ((ax < bx ? ax : bx) - r + 0.5) >> 5,
      ((ax < bx ? bx : ax) + r - 0.5) >> 5,
    );
    const touch = length > 0 ? (r * dx) / length : 0;
    const reach = touch < 0 ? -touch : touch;
    // Rows of which both sides are straight: from where the lower circle ends to where the upper begins.
    const sidesFrom = Math.ceil(ay + reach - 0.5);
    const sidesTo = Math.floor(by - reach - 0.5);
    const { words } = bits;
    const { wordsPerRow } = this;
    if (dy < FLAT || sidesFrom > sidesTo) {
      this.stampEnds(words, firstRow, lastRow, ax, ay, bx, by, r);
      return;
    }
    this.stampEnds(words, firstRow, sidesFrom - 1, ax, ay, bx, by, r);
    this.stampEnds(words, sidesTo + 1, lastRow, ax, ay, bx, by, r);
    const slope = dx / dy;
    const half = (r * length) / dy;
    let left = ax + (sidesFrom + 0.5 - ay) * slope - half + 0.5;
    let right = left + 2 * half - 1;
    let base = sidesFrom * wordsPerRow;
    for (let row = sidesFrom; row <= sidesTo; row++) {
      setBits(words, base, left | 0, right | 0);
      left += slope;
      right += slope;
      base += wordsPerRow;
    }
  }

  /** The rows that meet an end's circle, of the shape that `stampRows` describes. */
  private stampEnds(
    words: Int32Array,
    firstRow: number,
    lastRow: number,
    ax: number,
    ay: number,
    bx: number,
    by: number,
    r: number,
  ): void {
    const dx = bx - ax;
    const dy = by - ay;
    const r2 = r * r;
    const flat = dy < FLAT;
    const length = Math.sqrt(dx * dx + dy * dy);
    const slope = flat ? 0 : dx / dy;
    const half = flat ? 0 : (r * length) / dy;
    const touch = length > 0 ? (r * dx) / length : 0;
    for (let row = firstRow; row <= lastRow; row++) {
      const up = row + 0.5 - ay;
      const down = row + 0.5 - by;
      let left: number;
      let right: number;
      if (flat) {
        const h = Math.sqrt(r2 - up * up);
        left = (dx < 0 ? bx : ax) - h;
        right = (dx < 0 ? ax : bx) + h;
      } else {
        const x = ax + up * slope;
        if (up < touch) left = ax - Math.sqrt(r2 - up * up);
        else if (up - touch > dy) left = bx - Math.sqrt(r2 - down * down);
        else left = x - half;
        if (up < -touch) right = ax + Math.sqrt(r2 - up * up);
        else if (up + touch > dy) right = bx + Math.sqrt(r2 - down * down);
        else right = x + half;
      }
      setBits(words, row * this.wordsPerRow, (left + 0.5) | 0, (right - 0.5) | 0);
    }
  }

  /** The bits of a level that begins now. */
  private bitsOf(level: number): LevelBits {
    if (this.inUse === this.gatheredAtMost) this.fold();
    let bits = this.gathered[this.inUse];
    if (!bits) {
      bits = new LevelBits(new Int32Array(this.wordsPerRow * this.rows));
      this.gathered.push(bits);
    }
    bits.reset(level, this.wordsPerRow);
    this.inUse++;
    this.current = bits;
    return bits;
  }

  /** Folds the gathered levels into the grids. */
  private fold(): void {
    this.seen.fill(0);
    for (let i = this.inUse - 1; i >= 0; i--) this.foldTop(this.gathered[i]);
    // Once a print is a few layers high, it rarely covers a cell that nothing covered before.
    if (this.coversNewCells()) {
      for (let i = 0; i < this.inUse; i++) this.foldLow(this.gathered[i]);
    }
    this.inUse = 0;
    this.current = null;
  }

  private coversNewCells(): boolean {
    const { seen, ever } = this;
    for (let i = 0; i < seen.length; i++) if ((seen[i] & ~ever[i]) !== 0) return true;
    return false;
  }

  /** Takes the cells of a level that no higher level of this fold covers. */
  private foldTop(bits: LevelBits): void {
    const { seen, wordsPerRow } = this;
    const { words, level, minWord, maxWord, maxRow } = bits;
    this.makeRoomFor(level);
    let covered = 0;
    let leftmost = 0;
    let rightmost = 0;
    for (let row = bits.minRow; row <= maxRow; row++) {
      const last = row * wordsPerRow + maxWord;
      leftmost |= words[last - maxWord + minWord];
      rightmost |= words[last];
      for (let i = row * wordsPerRow + minWord; i <= last; i++) {
        const here = words[i];
        if (here === 0) continue;
        covered += popcount(here);
        const before = seen[i];
        const added = here & ~before;
        if (added === 0) continue;
        seen[i] = before | here;
        writeCells(this.top, added, i << 5, level);
      }
    }
    this.covered[level] += covered;
    this.boxes[level] = joinedBox(this.boxes[level], this.boxOf(bits, leftmost, rightmost));
  }

  /** Takes the cells that no earlier level covers. */
  private foldLow(bits: LevelBits): void {
    const { ever, wordsPerRow } = this;
    const { words, level, minWord, maxWord, maxRow } = bits;
    for (let row = bits.minRow; row <= maxRow; row++) {
      const last = row * wordsPerRow + maxWord;
      for (let i = row * wordsPerRow + minWord; i <= last; i++) {
        const added = words[i] & ~ever[i];
        if (added === 0) continue;
        ever[i] |= added;
        writeCells(this.low, added, i << 5, level);
      }
    }
  }

  private makeRoomFor(level: number): void {
    while (this.covered.length <= level) {
      this.covered.push(0);
      this.boxes.push(this.boxes[0]);
    }
  }

  /** The box of a level, from the bits of its leftmost and its rightmost words. */
  private boxOf(bits: LevelBits, leftmost: number, rightmost: number): LevelBox {
    const first = leftmost === 0 ? 0 : 31 - Math.clz32(leftmost & -leftmost);
    const last = rightmost === 0 ? 31 : 31 - Math.clz32(rightmost);
    return {
      minX: (bits.minWord * 32 + first + this.column0) * CELL_MM,
      maxX: (bits.maxWord * 32 + last + 1 + this.column0) * CELL_MM,
      minY: (bits.minRow + this.row0) * CELL_MM,
      maxY: (bits.maxRow + 1 + this.row0) * CELL_MM,
    };
  }

  /** Folds what is left, and hands out all that was counted; nothing is stamped any more. */
  settle(): SettledRaster {
    this.fold();
    const { columns, rows, column0, row0, top, low, covered, boxes, overflowed } = this;
    return { columns, rows, column0, row0, top, low, covered, boxes, overflowed };
  }

  /** Enlarges the grid to hold the given cells; false when it would become too large. */
  private growTo(minX: number, minY: number, maxX: number, maxY: number): boolean {
    const empty = this.columns === 0;
    const column0 = Math.floor(empty ? minX : Math.min(minX, this.column0)) - MARGIN;
    const row0 = Math.floor(empty ? minY : Math.min(minY, this.row0)) - MARGIN;
    const right = Math.ceil(empty ? maxX : Math.max(maxX, this.column0 + this.columns)) + MARGIN;
    const last = Math.ceil(empty ? maxY : Math.max(maxY, this.row0 + this.rows)) + MARGIN;
    const wordsPerRow = Math.ceil((right - column0) / 32);
    const columns = wordsPerRow * 32;
    const rows = last - row0;
    if (!(columns * rows <= MOST_CELLS)) {
      this.overflowed = true;
      return false;
    }
    // What is gathered has the old layout, so it is folded first; a level under way is carried over, so
    // that its cells count once.
    const underWay = this.takeUnderWay();
    this.fold();
    this.gathered.length = 0;
    const before = {
      columns: this.columns,
      column0: this.column0,
      row0: this.row0,
      rows: this.rows,
    };
    const move = (grid: Uint16Array): Uint16Array<ArrayBuffer> => {
      const larger = new Uint16Array(columns * rows);
      for (let row = 0; row < before.rows; row++) {
        const from = row * before.columns;
        const to = (row + before.row0 - row0) * columns + (before.column0 - column0);
        larger.set(grid.subarray(from, from + before.columns), to);
      }
      return larger;
    };
    this.top = move(this.top);
    this.low = move(this.low);
    this.columns = columns;
    this.rows = rows;
    this.wordsPerRow = wordsPerRow;
    const bytes = wordsPerRow * rows * 4;
    this.gatheredAtMost = Math.max(1, Math.min(MOST_GATHERED, Math.floor(GATHERED_BYTES / bytes)));
    this.column0 = column0;
    this.row0 = row0;
    this.seen = new Int32Array(wordsPerRow * rows);
    this.ever = new Int32Array(wordsPerRow * rows);
    for (let i = 0; i < this.low.length; i++) {
      if (this.low[i] !== 0) this.ever[i >> 5] |= 1 << (i & 31);
    }
    if (underWay) this.putUnderWay(underWay);
    return true;
  }

  /** Takes the level under way out of what is gathered: its cells, counted from machine zero. */
  private takeUnderWay(): { level: number; cells: number[] } | null {
    const { current, wordsPerRow } = this;
    if (current === null || this.gathered[this.inUse - 1] !== current) return null;
    const cells: number[] = [];
    for (let row = current.minRow; row <= current.maxRow; row++) {
      for (let word = current.minWord; word <= current.maxWord; word++) {
        const bits = current.words[row * wordsPerRow + word];
        for (let left = bits; left !== 0; left &= left - 1) {
          const column = word * 32 + 31 - Math.clz32(left & -left);
          cells.push(column + this.column0, row + this.row0);
        }
      }
    }
    this.inUse--;
    return { level: current.level, cells };
  }

  /** Puts it back, in the new layout. */
  private putUnderWay({ level, cells }: { level: number; cells: readonly number[] }): void {
    const bits = this.bitsOf(level);
    for (let i = 0; i < cells.length; i += 2) {
      const column = cells[i] - this.column0;
      const row = cells[i + 1] - this.row0;
      bits.extend(row, row, column >> 5, column >> 5);
      bits.words[row * this.wordsPerRow + (column >> 5)] |= 1 << (column & 31);
    }
  }
}

/** Sets the bits of columns `first` to `last` of the row that begins at word `base`. */
function setBits(words: Int32Array, base: number, first: number, last: number): void {
  if (last < first) return;
  const firstWord = base + (first >> 5);
  const lastWord = base + (last >> 5);
  const firstMask = -1 << (first & 31);
  const lastMask = -1 >>> (31 - (last & 31));
  if (firstWord === lastWord) {
    words[firstWord] |= firstMask & lastMask;
    return;
  }
  words[firstWord] |= firstMask;
  for (let word = firstWord + 1; word < lastWord; word++) words[word] = -1;
  words[lastWord] |= lastMask;
}

/** Gives the cells of the set bits to a level; `cell` is the first one's. */
function writeCells(
  grid: Uint16Array<ArrayBuffer>,
  bits: number,
  cell: number,
  level: number,
): void {
  if (bits === -1) {
    for (let i = cell; i < cell + 32; i++) grid[i] = level;
    return;
  }
  for (let left = bits; left !== 0; left &= left - 1) {
    grid[cell + 31 - Math.clz32(left & -left)] = level;
  }
}

function joinedBox(a: LevelBox, b: LevelBox): LevelBox {
  if (a.maxX < a.minX) return b;
  return {
    minX: Math.min(a.minX, b.minX),
    minY: Math.min(a.minY, b.minY),
    maxX: Math.max(a.maxX, b.maxX),
    maxY: Math.max(a.maxY, b.maxY),
  };
}
