import { plainCells } from './plainCells';

/** A grid of square cells, one bit each, 32 a word. */
export interface BitGrid {
  readonly wordsPerRow: number;
  readonly rows: number;
  readonly cellMm: number;
  /** Machine mm of the lower left corner of cell (0, 0). */
  readonly originX: number;
  readonly originY: number;
}

const { stampLine } = plainCells(0);

/**
 * Sets the bits of all cells whose middles lie within `r` cells of the path from (x0, y0) to (x1, y1), machine
 * mm; what lies outside of the grid is left out.
 */
export function stampBits(
  bits: Int32Array<ArrayBuffer>,
  { cellMm, originX, originY, wordsPerRow, rows }: BitGrid,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  r: number,
): void {
  const isUp = y0 <= y1;
  const ax = ((isUp ? x0 : x1) - originX) / cellMm;
  const ay = ((isUp ? y0 : y1) - originY) / cellMm;
  const bx = ((isUp ? x1 : x0) - originX) / cellMm;
  const by = ((isUp ? y1 : y0) - originY) / cellMm;
  const least = r + 1;
  const most = wordsPerRow * 32 - r - 1;
  const highest = rows - r - 1;
  const left = Math.min(ax, bx);
  const right = Math.max(ax, bx);
  if (left >= least && right <= most && ay >= least && by <= highest) {
    stampLine(bits, wordsPerRow, ax, ay, bx, by, r);
    return;
  }
  const clip = clipped([ax, ay, bx, by], [least, least, most, highest]);
  if (clip) stampLine(bits, wordsPerRow, clip[0], clip[1], clip[2], clip[3], r);
}

/** Visits the cells whose bits are set. */
export function forEachBit(bits: Int32Array, visit: (cell: number) => void): void {
  for (let word = 0; word < bits.length; word++) {
    for (let left = bits[word]; left !== 0; left &= left - 1) {
      visit(word * 32 + 31 - Math.clz32(left & -left));
    }
  }
}

type Four = readonly [number, number, number, number];

/** The part of a line inside a box (Liang and Barsky, 1984); null when it lies outside. */
function clipped([ax, ay, bx, by]: Four, [minX, minY, maxX, maxY]: Four): Four | null {
  let [from, to] = [0, 1];
  const [dx, dy] = [bx - ax, by - ay];
  const edges = [
    [-dx, ax - minX],
    [dx, maxX - ax],
    [-dy, ay - minY],
    [dy, maxY - ay],
  ];
  for (const [step, room] of edges) {
    if (step === 0) {
      if (!(room >= 0)) return null;
    } else if (step < 0) from = Math.max(from, room / step);
    else to = Math.min(to, room / step);
  }
  if (!(from <= to)) return null;
  return [ax + from * dx, ay + from * dy, ax + to * dx, ay + to * dy];
}
