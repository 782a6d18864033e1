import { CELL_MM } from '../geometry/footprint';
import { boxOf, TRIANGLE_STRIDE, type Mesh } from './mesh';

/** How high a model reaches over each cell of the bed, and how low. */
export interface Relief {
  readonly cellMm: number;
  /** Mm of the lower left corner of cell (0, 0). */
  readonly originX: number;
  readonly originY: number;
  readonly columns: number;
  readonly rows: number;
  /** Mm, row by row from the front; `-Infinity` where nothing stands. */
  readonly top: Float32Array;
  /** `Infinity` where nothing stands. */
  readonly low: Float32Array;
}

/** Cells at most; larger models get larger ones. */
const MOST_CELLS = 6_000_000;

/**
 * Looks at a model from above and from below, at the middle of each cell. What is hollow inside counts as
 * full; holes right through are holes.
 * @param mesh on the bed, mm.
 */
export function reliefOf(mesh: Mesh): Relief {
  const box = boxOf(mesh);
  const [width, depth] = box ? [box.to[0] - box.from[0], box.to[1] - box.from[1]] : [0, 0];
  const fits = Math.sqrt((width * depth) / MOST_CELLS) / CELL_MM;
  const cellMm = CELL_MM * Math.max(1, Math.ceil(fits));
  const column0 = Math.floor((box?.from[0] ?? 0) / cellMm);
  const row0 = Math.floor((box?.from[1] ?? 0) / cellMm);
  const columns = Math.max(1, Math.ceil((box?.to[0] ?? 0) / cellMm) - column0);
  const rows = Math.max(1, Math.ceil((box?.to[1] ?? 0) / cellMm) - row0);
  const relief = {
    cellMm,
    originX: column0 * cellMm,
    originY: row0 * cellMm,
    columns,
    rows,
    top: new Float32Array(columns * rows).fill(-Infinity),
    low: new Float32Array(columns * rows).fill(Infinity),
  };
  stampTriangles(mesh.corners, relief);
  return relief;
}

/** Edges through the middle of a cell belong to both sides. */
const ON_EDGE = 1e-6;

function stampTriangles(c: Float32Array, relief: Relief): void {
  const { cellMm, originX, originY, columns, rows, top, low } = relief;
  for (let i = 0; i < c.length; i += TRIANGLE_STRIDE) {
    // In cells, from the middle of cell (0, 0).
    const ax = (c[i] - originX) / cellMm - 0.5;
    const ay = (c[i + 1] - originY) / cellMm - 0.5;
    const bx = (c[i + 3] - originX) / cellMm - 0.5;
    const by = (c[i + 4] - originY) / cellMm - 0.5;
    const cx = (c[i + 6] - originX) / cellMm - 0.5;
    const cy = (c[i + 7] - originY) / cellMm - 0.5;
    const lowY = ay < by ? (ay < cy ? ay : cy) : by < cy ? by : cy;
    const highY = ay > by ? (ay > cy ? ay : cy) : by > cy ? by : cy;
    const row1 = Math.min(rows - 1, Math.floor(highY + ON_EDGE));
    let row = Math.max(0, Math.ceil(lowY - ON_EDGE));
    if (row > row1) continue;
    const twice = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (twice === 0) continue;
    const az = c[i + 2];
    const bz = c[i + 5];
    const cz = c[i + 8];
    const slopeX = ((bz - az) * (cy - ay) - (cz - az) * (by - ay)) / twice;
    const slopeY = ((cz - az) * (bx - ax) - (bz - az) * (cx - ax)) / twice;
    const least = az < bz ? (az < cz ? az : cz) : bz < cz ? bz : cz;
    const most = az > bz ? (az > cz ? az : cz) : bz > cz ? bz : cz;
    for (; row <= row1; row++) {
      let from = Infinity;
      let to = -Infinity;
      for (let edge = 0; edge < 3; edge++) {
        const x0 = edge === 0 ? ax : edge === 1 ? bx : cx;
        const y0 = edge === 0 ? ay : edge === 1 ? by : cy;
        const x1 = edge === 0 ? bx : edge === 1 ? cx : ax;
        const y1 = edge === 0 ? by : edge === 1 ? cy : ay;
        const [down, up] = y0 < y1 ? [y0, y1] : [y1, y0];
        if (row < down - ON_EDGE || row > up + ON_EDGE) continue;
        if (up - down < ON_EDGE) {
          from = Math.min(from, x0, x1);
          to = Math.max(to, x0, x1);
          continue;
        }
        const share = Math.max(0, Math.min(1, (row - y0) / (y1 - y0)));
        const x = x0 + share * (x1 - x0);
        if (x < from) from = x;
        if (x > to) to = x;
      }
      const last = Math.min(columns - 1, Math.floor(to + ON_EDGE));
      for (let column = Math.max(0, Math.ceil(from - ON_EDGE)); column <= last; column++) {
        let z = az + (column - ax) * slopeX + (row - ay) * slopeY;
        if (!(z >= least)) z = least;
        if (z > most) z = most;
        const cell = row * columns + column;
        if (z > top[cell]) top[cell] = z;
        if (z < low[cell]) low[cell] = z;
      }
    }
  }
}
