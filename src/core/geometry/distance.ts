/**
 * Distances of all cells of a grid to the nearest one that is set, in cells: exact for middles of cells
 * (Felzenszwalb and Huttenlocher, 2012). Infinity where none is set.
 */
export function distancesTo(set: Uint8Array, columns: number, rows: number): Float32Array {
  const squares = Float32Array.from(set, (one) => (one ? 0 : FAR));
  const line = new Float32Array(Math.max(columns, rows));
  for (let x = 0; x < columns; x++) {
    for (let y = 0; y < rows; y++) line[y] = squares[y * columns + x];
    lowerEnvelope(line, rows, (y, value) => (squares[y * columns + x] = value));
  }
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) line[x] = squares[y * columns + x];
    lowerEnvelope(line, columns, (x, value) => (squares[y * columns + x] = value));
  }
  return squares.map((value) => (value >= FAR ? Infinity : Math.sqrt(value)));
}

/** Beyond all squares of distances in a grid. */
const FAR = 1e12;

/** For each place the lowest of the parabolas that stand on all places, `heights` high. */
function lowerEnvelope(
  heights: Float32Array,
  count: number,
  put: (at: number, value: number) => void,
): void {
  const feet = new Int32Array(count);
  const from = new Float64Array(count + 1);
  let last = -1;
  for (let q = 0; q < count; q++) {
    if (heights[q] >= FAR) continue;
    let cut = -Infinity;
    for (; last >= 0; last--) {
      const p = feet[last];
      cut = (heights[q] + q * q - heights[p] - p * p) / (2 * (q - p));
      if (cut > from[last]) break;
      cut = -Infinity;
    }
    last++;
    feet[last] = q;
    from[last] = cut;
    from[last + 1] = Infinity;
  }
  if (last < 0) return;
  for (let at = 0, one = 0; at < count; at++) {
    while (from[one + 1] < at) one++;
    put(at, (at - feet[one]) ** 2 + heights[feet[one]]);
  }
}
