/** How far corners of cells are moved to make of steps of cells the lines that they stand for. */
export interface CornerShifts {
  /** Along x and y for each corner, in cells; corners run row by row, one more than cells each way. */
  readonly shifts: Float32Array<ArrayBuffer>;
  /** Not 0 for corners at which the topmost layers of cells differ, and for those at which the lowest do. */
  readonly topEdges: Uint8Array;
  readonly lowEdges: Uint8Array;
}

/** How often each corner moves halfway to the middle of its neighbours, and how far it may go, in cells. */
const ROUNDS = 24;
const FARTHEST = 0.6;

/**
 * Smooths the edges between cells that differ: every corner on an edge moves towards the corners that it is
 * joined to, and never much farther than half a cell from where it was.
 */
export function cornerShifts({
  columns,
  rows,
  top,
  low,
}: {
  readonly columns: number;
  readonly rows: number;
  readonly top: Uint16Array;
  readonly low: Uint16Array;
}): CornerShifts {
  const stride = columns + 1;
  const count = stride * (rows + 1);
  const topEdges = edgesAt(columns, rows, top);
  const lowEdges = edgesAt(columns, rows, low);
  const joins = topEdges.map((edges, corner) => edges | lowEdges[corner]);
  const corners: number[] = [];
  for (let corner = 0; corner < count; corner++) if (joins[corner] !== 0) corners.push(corner);
  let shifts = new Float32Array(count * 2);
  let next = new Float32Array(count * 2);
  for (let round = 0; round < ROUNDS; round++) {
    for (const corner of corners) {
      let [x, y, n] = [0, 0, 0];
      const towards = (bit: number, other: number, dx: number, dy: number): void => {
        if ((joins[corner] & bit) === 0) return;
        x += dx + shifts[2 * other];
        y += dy + shifts[2 * other + 1];
        n++;
      };
      towards(RIGHT, corner + 1, 1, 0);
      towards(LEFT, corner - 1, -1, 0);
      towards(BACK, corner + stride, 0, 1);
      towards(FRONT, corner - stride, 0, -1);
      next[2 * corner] = halfway(shifts[2 * corner], x / n);
      next[2 * corner + 1] = halfway(shifts[2 * corner + 1], y / n);
    }
    [shifts, next] = [next, shifts];
  }
  return { shifts, topEdges, lowEdges };
}

const [RIGHT, LEFT, BACK, FRONT] = [1, 2, 4, 8];

const halfway = (from: number, to: number): number =>
  Math.max(-FARTHEST, Math.min(FARTHEST, (from + to) / 2));

/** For each corner the directions in which an edge between different cells leaves it. */
function edgesAt(columns: number, rows: number, cells: Uint16Array): Uint8Array {
  const stride = columns + 1;
  const joins = new Uint8Array(stride * (rows + 1));
  for (let row = 0; row <= rows; row++) {
    for (let column = 0; column <= columns; column++) {
      const corner = row * stride + column;
      const here = column < columns && row < rows ? cells[row * columns + column] : 0;
      // The edge to the right lies between this cell and the one in front of it.
      const front = column < columns && row > 0 ? cells[(row - 1) * columns + column] : 0;
      if (column < columns && here !== front) {
        joins[corner] |= RIGHT;
        joins[corner + 1] |= LEFT;
      }
      const left = column > 0 && row < rows ? cells[row * columns + column - 1] : 0;
      if (row < rows && here !== left) {
        joins[corner] |= BACK;
        joins[corner + stride] |= FRONT;
      }
    }
  }
  return joins;
}
