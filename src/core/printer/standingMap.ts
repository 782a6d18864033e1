import { CELL_MM, type Footprint } from '../geometry/footprint';
import { forEachCellNear, type CellGrid } from '../geometry/nearCells';
import { nozzleRadius, type NozzleShape } from './nozzleShape';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** What a nozzle on its way would come to. */
export interface Nearby {
  /** How much higher than the nozzle's end the highest thing within its reach stands, mm; 0 for nothing. */
  readonly rise: number;
  /** Something stands against the head itself. */
  readonly head: boolean;
  /** The middle of the nozzle goes through something higher. */
  readonly through: boolean;
}

const NOTHING: Nearby = { rise: 0, head: false, through: false };
/** Rounding of heights, mm. */
const HAIR = 0.005;
/** A way through a cell, mm. */
const INSIDE = CELL_MM / 2;
/** Cells along a side of a tile, whose highest cell is known. */
const TILE = 16;
/** Room round what is printed, mm: lines reach beyond their middles. */
const MARGIN = 3;

/** How high things stand on the bed, as they are printed one after another. */
export class StandingMap {
  private readonly grid: CellGrid;
  private readonly heights: Float32Array;
  private readonly tiles: Float32Array;
  private readonly tileColumns: number;
  private top = 0;

  constructor(
    around: Pick<Footprint, 'originX' | 'originY' | 'columns' | 'rows'>,
    private readonly nozzle: NozzleShape,
  ) {
    const more = Math.ceil(MARGIN / CELL_MM);
    const columns = around.columns + 2 * more;
    const rows = around.rows + 2 * more;
    const [originX, originY] = [around.originX, around.originY].map((at) => at - more * CELL_MM);
    this.grid = { cellMm: CELL_MM, originX, originY, columns, rows };
    this.heights = new Float32Array(columns * rows);
    this.tileColumns = Math.ceil(columns / TILE);
    this.tiles = new Float32Array(this.tileColumns * Math.ceil(rows / TILE));
  }

  /** Height of the tallest thing so far, mm. */
  get highest(): number {
    return this.top;
  }

  /** A line of `width` mm is printed with the nozzle at `z`. */
  print(a: Point, b: Point, width: number, z: number): void {
    const { heights, tiles, tileColumns, grid } = this;
    const { columns } = grid;
    this.top = Math.max(this.top, z);
    forEachCellNear(grid, a, b, Math.max(width / 2, CELL_MM * Math.SQRT1_2), (cell) => {
      if (heights[cell] >= z) return;
      heights[cell] = z;
      const row = Math.floor(cell / columns);
      const tile = Math.floor(row / TILE) * tileColumns + Math.floor((cell - row * columns) / TILE);
      if (tiles[tile] < z) tiles[tile] = z;
    });
  }

  /** How high things stand at a place, mm; 0 for the bed. */
  heightAt(x: number, y: number): number {
    const { originX, originY, columns, rows } = this.grid;
    const [column, row] = [
      Math.floor((x - originX) / CELL_MM),
      Math.floor((y - originY) / CELL_MM),
    ];
    const isOutside = column < 0 || row < 0 || column >= columns || row >= rows;
    return isOutside ? 0 : this.heights[row * columns + column];
  }

  /** What a nozzle comes to that goes from `a` to `b` at height `z`. */
  near(a: Point, b: Point, z: number): Nearby {
    const { nozzle, heights, grid } = this;
    const { radiusMm, heightMm } = nozzle.headClearance;
    if (this.top <= z + HAIR) return NOTHING;
    const mayHitHead = this.top > z + heightMm + HAIR;
    const reach = nozzleRadius(nozzle, Math.min(this.top - z, heightMm));
    const radius = mayHitHead ? Math.max(radiusMm, reach) : reach;
    if (!this.anyHigher(a, b, radius, z)) return NOTHING;
    let rise = 0;
    let head = false;
    let through = false;
    forEachCellNear(grid, a, b, radius, (cell, distance) => {
      const higher = heights[cell] - z;
      if (higher <= HAIR) return;
      if (higher > heightMm + HAIR && distance < radiusMm) head = true;
      else if (distance >= nozzleRadius(nozzle, Math.min(higher, heightMm))) return;
      if (higher > rise) rise = higher;
      if (distance < INSIDE) through = true;
    });
    return { rise, head, through };
  }

  /** Whether anything at all stands within `radius` mm of a place. */
  anyWithin(at: Point, radius: number): boolean {
    let found = false;
    forEachCellNear(this.grid, at, at, radius, (cell) => {
      found ||= this.heights[cell] > 0;
    });
    return found;
  }

  /** Whether any tile round a way holds something higher than `z`. */
  private anyHigher(a: Point, b: Point, radius: number, z: number): boolean {
    const { grid, tiles, tileColumns } = this;
    const column = (x: number): number => Math.floor((x - grid.originX) / CELL_MM / TILE);
    const row = (y: number): number => Math.floor((y - grid.originY) / CELL_MM / TILE);
    const first = Math.max(0, row(Math.min(a.y, b.y) - radius));
    const last = Math.min(tiles.length / tileColumns - 1, row(Math.max(a.y, b.y) + radius));
    const left = Math.max(0, column(Math.min(a.x, b.x) - radius));
    const right = Math.min(tileColumns - 1, column(Math.max(a.x, b.x) + radius));
    for (let y = first; y <= last; y++) {
      for (let x = left; x <= right; x++) if (tiles[y * tileColumns + x] > z + HAIR) return true;
    }
    return false;
  }
}
