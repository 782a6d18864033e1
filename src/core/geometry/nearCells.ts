/** A grid of square cells; the middles of cells lie at whole numbers from (0.5, 0.5). */
export interface CellGrid {
  readonly cellMm: number;
  readonly originX: number;
  readonly originY: number;
  readonly columns: number;
  readonly rows: number;
}

/**
 * The cells of a grid whose middles lie near a straight path. Nothing is sampled, so that nothing is missed,
 * however thin it is. A path is set by `go`; then `firstRow` to `lastRow` hold its cells, in each row those
 * from `first` to `last` that are `within` its radius.
 */
export class NearCells {
  firstRow = 0;
  lastRow = -1;
  /** Columns of the row that `row` was called for. */
  first = 0;
  last = -1;
  private ax = 0;
  private ay = 0;
  private dx = 0;
  private dy = 0;
  /** One over the square of the path's length; 0 for a point. */
  private perLength2 = 0;
  private r = 0;

  constructor(private readonly grid: CellGrid) {}

  /** Sets the path from (x0, y0) to (x1, y1), and how near to it is near; mm. */
  go(x0: number, y0: number, x1: number, y1: number, radius: number): void {
    const { originX, originY, cellMm, rows } = this.grid;
    this.r = radius / cellMm;
    this.ax = (x0 - originX) / cellMm - 0.5;
    this.ay = (y0 - originY) / cellMm - 0.5;
    this.dx = (x1 - x0) / cellMm;
    this.dy = (y1 - y0) / cellMm;
    const length2 = this.dx * this.dx + this.dy * this.dy;
    this.perLength2 = length2 > 0 ? 1 / length2 : 0;
    const end = this.ay + this.dy;
    this.firstRow = Math.max(0, Math.ceil(Math.min(this.ay, end) - this.r));
    this.lastRow = Math.min(rows - 1, Math.floor(Math.max(this.ay, end) + this.r));
  }

  /** Sets `first` and `last` for a row. */
  row(row: number): void {
    const { ax, ay, dx, dy, r } = this;
    // The part of the way that comes within r of this row, as shares of it.
    let from = 0;
    let to = 1;
    if (dy > 1e-9 || dy < -1e-9) {
      const t0 = (row - r - ay) / dy;
      const t1 = (row + r - ay) / dy;
      from = Math.min(1, Math.max(0, t0 < t1 ? t0 : t1));
      to = Math.min(1, Math.max(0, t0 < t1 ? t1 : t0));
    }
    const x0 = ax + from * dx;
    const x1 = ax + to * dx;
    this.first = Math.max(0, Math.ceil((x0 < x1 ? x0 : x1) - r));
    this.last = Math.min(this.grid.columns - 1, Math.floor((x0 < x1 ? x1 : x0) + r));
  }

  /** Whether a cell of a row lies within the radius of the path. */
  within(row: number, column: number): boolean {
    return this.distance2(row, column) <= this.r * this.r;
  }

  /** Distance of a cell's middle from the path, mm. */
  distance(row: number, column: number): number {
    return Math.sqrt(this.distance2(row, column)) * this.grid.cellMm;
  }

  /** Visits every cell near the path. */
  forEach(visit: (cell: number) => void): void {
    const { columns } = this.grid;
    for (let row = this.firstRow; row <= this.lastRow; row++) {
      this.row(row);
      for (let column = this.first; column <= this.last; column++) {
        if (this.within(row, column)) visit(row * columns + column);
      }
    }
  }

  private distance2(row: number, column: number): number {
    const { dx, dy } = this;
    const x = column - this.ax;
    const y = row - this.ay;
    const along = (x * dx + y * dy) * this.perLength2;
    const t = along < 0 ? 0 : along > 1 ? 1 : along;
    const offX = x - t * dx;
    const offY = y - t * dy;
    return offX * offX + offY * offY;
  }
}
