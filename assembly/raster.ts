/*
 * The inner loops of the raster in AssemblyScript, for WebAssembly with SIMD. They do the same, to the last
 * cell, as their twin in src/core/geometry/plainKernel.ts, which is their oracle and what is used where there
 * is no WebAssembly. All arguments named `words`, `seen`, `ever`, `top`, `low`, `lines`, `grid` and `box` are places
 * in memory.
 * Built by `npm run kernel`.
 */

/** Half-rows below this length of rise are drawn as level lines, cells. */
const FLAT: f64 = 1e-6;

/** Sets the bits of columns `first` to `last` of the row that begins at word `base`. */
function setBits(words: usize, base: i32, first: i32, last: i32): void {
  if (last < first) return;
  const firstMask: i32 = -1 << (first & 31);
  const lastMask: i32 = <i32>((<u32>0xffffffff) >> (31 - (last & 31)));
  const from = words + ((<usize>(base + (first >> 5))) << 2);
  const to = words + ((<usize>(base + (last >> 5))) << 2);
  if (from == to) {
    store<i32>(from, load<i32>(from) | (firstMask & lastMask));
    return;
  }
  store<i32>(from, load<i32>(from) | firstMask);
  for (let word = from + 4; word < to; word += 4) store<i32>(word, -1);
  store<i32>(to, load<i32>(to) | lastMask);
}

/** The rows that meet an end's circle. */
function stampEnds(
  words: usize,
  wordsPerRow: i32,
  firstRow: i32,
  lastRow: i32,
  ax: f64,
  ay: f64,
  bx: f64,
  by: f64,
  r: f64,
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
    const up = <f64>row + 0.5 - ay;
    const down = <f64>row + 0.5 - by;
    const atStart = Math.sqrt(Math.max(0, r2 - up * up));
    let left: f64;
    let right: f64;
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
    setBits(words, row * wordsPerRow, <i32>(left + 0.5), <i32>(right - 0.5));
  }
}

/** Sets the cells whose centre lies within `r` of the line from a to b (a below b, in cells). */
export function stampLine(
  words: usize,
  wordsPerRow: i32,
  ax: f64,
  ay: f64,
  bx: f64,
  by: f64,
  r: f64,
): void {
  const dx = bx - ax;
  const dy = by - ay;
  const length = Math.sqrt(dx * dx + dy * dy);
  const firstRow = <i32>(ay - r + 0.5);
  const lastRow = <i32>(by + r - 0.5);
  const touch = length > 0 ? (r * dx) / length : 0;
  const reach = touch < 0 ? -touch : touch;
  const sidesFrom = <i32>Math.ceil(ay + reach - 0.5);
  const sidesTo = <i32>Math.floor(by - reach - 0.5);
  if (dy < FLAT || sidesFrom > sidesTo) {
    stampEnds(words, wordsPerRow, firstRow, lastRow, ax, ay, bx, by, r);
    return;
  }
  stampEnds(words, wordsPerRow, firstRow, sidesFrom - 1, ax, ay, bx, by, r);
  stampEnds(words, wordsPerRow, sidesTo + 1, lastRow, ax, ay, bx, by, r);
  const slope = dx / dy;
  const half = (r * length) / dy;
  let left = ax + (<f64>sidesFrom + 0.5 - ay) * slope - half + 0.5;
  let right = left + 2 * half - 1;
  let base = sidesFrom * wordsPerRow;
  for (let row = sidesFrom; row <= sidesTo; row++) {
    setBits(words, base, <i32>left, <i32>right);
    left += slope;
    right += slope;
    base += wordsPerRow;
  }
}

/** Bytes of a line: x0, y0, x1, y1, width, level. */
const LINE: usize = 48;

/**
 * Stamps lines from `lines` up to `end` as long as they are of `level` and well inside the grid, as
 * FootprintRaster.stamp does.
 * @param grid cells per mm, columns, rows, first column and first row of the grid, as 64-bit numbers.
 * @param box first and last row, first and last word in which bits may be set, enlarged on the way.
 * @returns where the first line lies that was not stamped.
 */
export function stampLines(
  words: usize,
  wordsPerRow: i32,
  lines: usize,
  end: usize,
  level: f64,
  grid: usize,
  box: usize,
): usize {
  const scale = load<f64>(grid);
  const right = load<f64>(grid, 8) - 1;
  const above = load<f64>(grid, 16) - 1;
  const column0 = load<f64>(grid, 24);
  const row0 = load<f64>(grid, 32);
  let minRow = load<i32>(box);
  let maxRow = load<i32>(box, 4);
  let minWord = load<i32>(box, 8);
  let maxWord = load<i32>(box, 12);
  let at = lines;
  for (; at < end && load<f64>(at, 40) == level; at += LINE) {
    const x0 = load<f64>(at);
    const y0 = load<f64>(at, 8);
    const x1 = load<f64>(at, 16);
    const y1 = load<f64>(at, 24);
    const r = load<f64>(at, 32) * 0.5 * scale;
    const upwards = y0 <= y1;
    const ax = (upwards ? x0 : x1) * scale - column0;
    const ay = (upwards ? y0 : y1) * scale - row0;
    const bx = (upwards ? x1 : x0) * scale - column0;
    const by = (upwards ? y1 : y0) * scale - row0;
    const minX = (ax < bx ? ax : bx) - r;
    const maxX = (ax > bx ? ax : bx) + r;
    if (!(minX >= 1 && ay - r >= 1 && maxX < right && by + r < above)) break;
    // A place that is no number passes every comparison above.
    if (!((bx - ax) * (bx - ax) + (by - ay) * (by - ay) < Infinity)) break;
    minRow = min<i32>(minRow, <i32>(ay - r + 0.5));
    maxRow = max<i32>(maxRow, <i32>(by + r - 0.5));
    minWord = min<i32>(minWord, (<i32>(minX + 0.5)) >> 5);
    maxWord = max<i32>(maxWord, (<i32>(maxX + 0.5)) >> 5);
    stampLine(words, wordsPerRow, ax, ay, bx, by, r);
  }
  store<i32>(box, minRow);
  store<i32>(box, maxRow, 4);
  store<i32>(box, minWord, 8);
  store<i32>(box, maxWord, 12);
  return at;
}

/** Gives the cells of the set bits of four words to a level; `cell` is the first one's. */
function writeCells(grid: usize, bits: v128, cell: i32, level: i32): void {
  writeWord(grid, i32x4.extract_lane(bits, 0), cell, level);
  writeWord(grid, i32x4.extract_lane(bits, 1), cell + 32, level);
  writeWord(grid, i32x4.extract_lane(bits, 2), cell + 64, level);
  writeWord(grid, i32x4.extract_lane(bits, 3), cell + 96, level);
}

function writeWord(grid: usize, bits: i32, cell: i32, level: i32): void {
  for (let left = bits; left != 0; left &= left - 1) {
    store<u16>(grid + ((<usize>(cell + ctz(left))) << 1), <u16>level);
  }
}

/**
 * Takes the cells of a level, in words `from` to `to` (whole fours), that `seen` has not yet.
 * @returns how many cells the level covers.
 */
export function foldTop(
  words: usize,
  seen: usize,
  top: usize,
  from: i32,
  to: i32,
  level: i32,
): i32 {
  let covered = i32x4.splat(0);
  for (let i = from; i < to; i += 4) {
    const at = (<usize>i) << 2;
    const here = v128.load(words + at);
    if (!v128.any_true(here)) continue;
    const pairs = i16x8.extadd_pairwise_i8x16_u(i8x16.popcnt(here));
    covered = i32x4.add(covered, i32x4.extadd_pairwise_i16x8_u(pairs));
    const before = v128.load(seen + at);
    const added = v128.andnot(here, before);
    if (!v128.any_true(added)) continue;
    v128.store(seen + at, v128.or(before, here));
    writeCells(top, added, i << 5, level);
  }
  return (
    i32x4.extract_lane(covered, 0) +
    i32x4.extract_lane(covered, 1) +
    i32x4.extract_lane(covered, 2) +
    i32x4.extract_lane(covered, 3)
  );
}

/** Takes the cells of a level that no earlier level covers. */
export function foldLow(
  words: usize,
  ever: usize,
  low: usize,
  from: i32,
  to: i32,
  level: i32,
): void {
  for (let i = from; i < to; i += 4) {
    const at = (<usize>i) << 2;
    const before = v128.load(ever + at);
    const added = v128.andnot(v128.load(words + at), before);
    if (!v128.any_true(added)) continue;
    v128.store(ever + at, v128.or(before, added));
    writeCells(low, added, i << 5, level);
  }
}

/** Whether `seen` has a cell that `ever` has not, in the first `count` words (whole fours). */
export function hasNewCells(seen: usize, ever: usize, count: i32): bool {
  for (let i = 0; i < count; i += 4) {
    const at = (<usize>i) << 2;
    if (v128.any_true(v128.andnot(v128.load(seen + at), v128.load(ever + at)))) return true;
  }
  return false;
}
