/**
 * Distances of all cells of a grid to the nearest one that is set, in cells: exact for middles of cells
 * (Felzenszwalb and Huttenlocher, 2012). Infinity where none is set.
 */
export function distancesTo(set: Uint8Array, columns: number, rows: number): Float32Array {
  const squares = upAndDown(set, columns, rows);
  const envelope = new LowerEnvelope(columns);
  for (let y = 0; y < rows; y++) envelope.fold(squares, y * columns, columns);
  for (let i = 0; i < squares.length; i++) {
    squares[i] = squares[i] >= FAR ? Infinity : Math.sqrt(squares[i]);
  }
  return squares;
}

/** Beyond all squares of distances in a grid. */
const FAR = 1e12;

/** Squares of the distances inside each column: there the nearest is the one above or the one below. */
function upAndDown(set: Uint8Array, columns: number, rows: number): Float32Array {
  const away = new Float32Array(set.length);
  for (let i = 0; i < set.length; i++) {
    if (set[i]) away[i] = 0;
    else away[i] = i < columns ? FAR : away[i - columns] + 1;
  }
  for (let i = set.length - 1; i >= 0; i--) {
    const below = i + columns < set.length ? away[i + columns] : FAR;
    if (below + 1 < away[i]) away[i] = below + 1;
  }
  for (let i = 0; i < set.length; i++) away[i] = away[i] > rows ? FAR : away[i] * away[i];
  return away;
}

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

  /** Puts the envelope in place of the heights: `count` of them from `first` on. */
  fold(all: Float32Array, first: number, count: number): void {
    const { heights, feet, from } = this;
    for (let q = 0; q < count; q++) heights[q] = all[first + q];
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
    for (let place = 0, one = 0; place < count; place++) {
      while (from[one + 1] < place) one++;
      const away = place - feet[one];
      all[first + place] = away * away + heights[feet[one]];
    }
  }
}
