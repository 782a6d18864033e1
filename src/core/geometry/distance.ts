/**
 * Distances of all cells of a grid to the nearest one that is set, in cells: exact for middles of cells
 * (Felzenszwalb and Huttenlocher, 2012). Infinity where none is set.
 */
export function distancesTo(set: Uint8Array, columns: number, rows: number): Float32Array {
  const squares = new Float32Array(set.length);
  for (let i = 0; i < set.length; i++) squares[i] = set[i] ? 0 : FAR;
  const envelope = new LowerEnvelope(Math.max(columns, rows));
  for (let x = 0; x < columns; x++) envelope.fold(squares, x, columns, rows);
  for (let y = 0; y < rows; y++) envelope.fold(squares, y * columns, 1, columns);
  for (let i = 0; i < squares.length; i++) {
    squares[i] = squares[i] >= FAR ? Infinity : Math.sqrt(squares[i]);
  }
  return squares;
}

/** Beyond all squares of distances in a grid. */
const FAR = 1e12;

/** For each place of a line the lowest of the parabolas that stand on all its places. */
class LowerEnvelope {
  private readonly heights: Float32Array;
  private readonly feet: Int32Array;
  private readonly from: Float64Array;

  constructor(longest: number) {
    this.heights = new Float32Array(longest);
    this.feet = new Int32Array(longest);
    this.from = new Float64Array(longest + 1);
  }

  /** Puts the envelope in place of the heights: `count` of them from `first` on, `step` apart. */
  fold(all: Float32Array, first: number, step: number, count: number): void {
    const { heights, feet, from } = this;
    for (let q = 0, at = first; q < count; q++, at += step) heights[q] = all[at];
    let last = -1;
    for (let q = 0; q < count; q++) {
      const height = heights[q];
      if (height >= FAR) continue;
      let cut = -Infinity;
      for (; last >= 0; last--) {
        const p = feet[last];
        cut = (height + q * q - heights[p] - p * p) / (2 * (q - p));
        if (cut > from[last]) break;
        cut = -Infinity;
      }
      last++;
      feet[last] = q;
      from[last] = cut;
      from[last + 1] = Infinity;
    }
    if (last < 0) return;
    for (let place = 0, one = 0, at = first; place < count; place++, at += step) {
      while (from[one + 1] < place) one++;
      const away = place - feet[one];
      all[at] = away * away + heights[feet[one]];
    }
  }
}
