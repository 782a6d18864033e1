/** A grid of square cells; the middles of cells lie at whole numbers from (0.5, 0.5). */
export interface CellGrid {
  readonly cellMm: number;
  readonly originX: number;
  readonly originY: number;
  readonly columns: number;
  readonly rows: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/**
 * Visits every cell whose middle lies within `radius` mm of the way from `a` to `b`, with its distance from
 * it in mm. Nothing is sampled, so that nothing is missed, however thin it is.
 */
export function forEachCellNear(
  { originX, originY, columns, rows, cellMm }: CellGrid,
  a: Point,
  b: Point,
  radius: number,
  visit: (cell: number, distance: number) => void,
): void {
  const r = radius / cellMm;
  const ax = (a.x - originX) / cellMm - 0.5;
  const ay = (a.y - originY) / cellMm - 0.5;
  const bx = (b.x - originX) / cellMm - 0.5;
  const by = (b.y - originY) / cellMm - 0.5;
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const firstRow = Math.max(0, Math.ceil(Math.min(ay, by) - r));
  const lastRow = Math.min(rows - 1, Math.floor(Math.max(ay, by) + r));
  for (let row = firstRow; row <= lastRow; row++) {
    // The part of the way that comes within r of this row, as shares of it.
    const [from, to] = stretchNear(row, ay, dy, r);
    const [x0, x1] = [ax + from * dx, ax + to * dx];
    const first = Math.max(0, Math.ceil(Math.min(x0, x1) - r));
    const last = Math.min(columns - 1, Math.floor(Math.max(x0, x1) + r));
    for (let column = first; column <= last; column++) {
      const along = length2 > 0 ? ((column - ax) * dx + (row - ay) * dy) / length2 : 0;
      const t = Math.min(1, Math.max(0, along));
      const [offX, offY] = [column - ax - t * dx, row - ay - t * dy];
      const distance2 = offX * offX + offY * offY;
      if (distance2 <= r * r) visit(row * columns + column, Math.sqrt(distance2) * cellMm);
    }
  }
}

function stretchNear(row: number, ay: number, dy: number, r: number): [number, number] {
  if (Math.abs(dy) < 1e-9) return [0, 1];
  const [t0, t1] = [(row - r - ay) / dy, (row + r - ay) / dy];
  const clamp = (t: number): number => Math.min(1, Math.max(0, t));
  return [clamp(Math.min(t0, t1)), clamp(Math.max(t0, t1))];
}
