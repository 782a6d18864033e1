import { popcount } from './levelBits';
import type { RasterCells } from './rasterCells';

/** Half-rows below this length of rise are drawn as level lines, cells. */
const FLAT = 1e-6;

/** The raster's inner loops in the language itself: what there always is, and the other one's oracle. */
export function plainCells(words: number): RasterCells {
  const [seen, ever] = [new Int32Array(words), new Int32Array(words)];
  const [top, low] = [new Uint16Array(words * 32), new Uint16Array(words * 32)];
  const places: Int32Array<ArrayBuffer>[] = [];
  return {
    top,
    low,
    seen,
    ever,
    place: (index) => (places[index] ??= new Int32Array(words)),
    stampLine,
    batches: null,
    foldTop(bits, from, to, level) {
      let covered = 0;
      for (let i = from; i < to; i++) {
        const here = bits[i];
        if (here === 0) continue;
        covered += popcount(here);
        const before = seen[i];
        const added = here & ~before;
        if (added === 0) continue;
        seen[i] = before | here;
        writeCells(top, added, i << 5, level);
      }
      return covered;
    },
    foldLow(bits, from, to, level) {
      for (let i = from; i < to; i++) {
        const added = bits[i] & ~ever[i];
        if (added === 0) continue;
        ever[i] |= added;
        writeCells(low, added, i << 5, level);
      }
    },
    hasNewCells() {
      for (let i = 0; i < words; i++) if ((seen[i] & ~ever[i]) !== 0) return true;
      return false;
    },
  };
}

/**
 * The edge of a line with round ends in a row is its slanted side, or an end's circle beyond the points
 * where the side touches it. Rows that only meet the sides are the inner loop; they need no root.
 */
function stampLine(
  words: Int32Array,
  wordsPerRow: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  r: number,
): void {
  const dx = bx - ax;
  const dy = by - ay;
  const length = Math.sqrt(dx * dx + dy * dy);
  const firstRow = (ay - r + 0.5) | 0;
  const lastRow = (by + r - 0.5) | 0;
  const touch = length > 0 ? (r * dx) / length : 0;
  const reach = touch < 0 ? -touch : touch;
  // Rows of which both sides are straight: from where the lower circle ends to where the upper begins.
  const sidesFrom = Math.ceil(ay + reach - 0.5);
  const sidesTo = Math.floor(by - reach - 0.5);
  if (dy < FLAT || sidesFrom > sidesTo) {
    stampEnds(words, wordsPerRow, firstRow, lastRow, ax, ay, bx, by, r);
    return;
  }
  stampEnds(words, wordsPerRow, firstRow, sidesFrom - 1, ax, ay, bx, by, r);
  stampEnds(words, wordsPerRow, sidesTo + 1, lastRow, ax, ay, bx, by, r);
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

/** The rows that meet an end's circle. */
function stampEnds(
  words: Int32Array,
  wordsPerRow: number,
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
    // A row at the very edge may lie beyond it by a last digit.
    const atStart = Math.sqrt(Math.max(0, r2 - up * up));
    let left: number;
    let right: number;
    if (flat) {
      left = (dx < 0 ? bx : ax) - atStart;
      right = (dx < 0 ? ax : bx) + atStart;
    } else {
      const atEnd = Math.sqrt(Math.max(0, r2 - down * down));
      const x = ax + up * slope;
      if (up < touch) left = ax - atStart;
      else if (up - touch > dy) left = bx - atEnd;
      else left = x - half;
      if (up < -touch) right = ax + atStart;
      else if (up + touch > dy) right = bx + atEnd;
      else right = x + half;
    }
    setBits(words, row * wordsPerRow, (left + 0.5) | 0, (right - 0.5) | 0);
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
