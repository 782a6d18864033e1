import { HAIR } from '../tolerances';
import { CELL_MM, type Footprint, type LevelBox } from '../geometry/footprint';
import { NearCells, type CellGrid } from '../geometry/nearCells';
import { stampBits, type BitGrid } from '../geometry/raster/stampBits';
import { headHeight, nozzleRadius, type HeadBox, type NozzleShape } from './nozzleShape';

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
/** A path through a cell, mm. */
const INSIDE = CELL_MM / 2;
/** Cells along a side of a tile, whose highest cell is known: half a word of bits. */
const TILE_BITS = 4;
const TILE = 1 << TILE_BITS;
/** Room round what is printed, mm: lines reach beyond their middles. */
const MARGIN = 3;

/** How high things stand on the bed, as they are printed one after another. */
export class StandingMap {
  private readonly grid: CellGrid & BitGrid;
  private readonly heights: Float32Array;
  private readonly tiles: Float32Array;
  private readonly tileColumns: number;
  private readonly cells: NearCells;
  private top = 0;
  /** Cells of the lines at height `freshZ` that are not among the heights yet, and their rows. */
  private readonly fresh: Int32Array<ArrayBuffer>;
  private freshZ = 0;
  private firstFresh = Infinity;
  private endFresh = -Infinity;

  constructor(
    around: Pick<Footprint, 'originX' | 'originY' | 'columns' | 'rows'>,
    private readonly nozzle: NozzleShape,
  ) {
    const more = Math.ceil(MARGIN / CELL_MM);
    const wordsPerRow = Math.ceil((around.columns + 2 * more) / 32);
    const columns = wordsPerRow * 32;
    const rows = around.rows + 2 * more;
    const [originX, originY] = [around.originX, around.originY].map((at) => at - more * CELL_MM);
    this.grid = { cellMm: CELL_MM, originX, originY, columns, wordsPerRow, rows };
    this.cells = new NearCells(this.grid);
    this.heights = new Float32Array(columns * rows);
    this.fresh = new Int32Array(wordsPerRow * rows);
    this.tileColumns = Math.ceil(columns / TILE);
    this.tiles = new Float32Array(this.tileColumns * Math.ceil(rows / TILE));
  }

  /** Height of the tallest thing so far, mm. */
  get highest(): number {
    return this.top;
  }

  /** A line of `width` mm is printed from (x0, y0) to (x1, y1) with the nozzle at `z`; mm. */
  print(x0: number, y0: number, x1: number, y1: number, width: number, z: number): void {
    const { grid } = this;
    if (!Number.isFinite(x0 + y0 + x1 + y1)) return;
    if (z !== this.freshZ) this.settle();
    this.freshZ = z;
    if (z > this.top) this.top = z;
    const r = Math.max(width / 2 / CELL_MM, Math.SQRT1_2);
    stampBits(this.fresh, grid, x0, y0, x1, y1, r);
    const first = (Math.min(y0, y1) - grid.originY) / CELL_MM - r;
    const end = (Math.max(y0, y1) - grid.originY) / CELL_MM + r;
    if (first < this.firstFresh) this.firstFresh = first;
    if (end > this.endFresh) this.endFresh = end;
  }

  /** Puts the latest lines among the heights: many lines of one height at once, since bits are quick to set. */
  private settle(): void {
    const { heights, tiles, tileColumns, fresh, freshZ } = this;
    const { wordsPerRow, rows } = this.grid;
    const first = Math.max(0, Math.floor(this.firstFresh));
    const end = Math.min(rows, Math.ceil(this.endFresh) + 1);
    this.firstFresh = Infinity;
    this.endFresh = -Infinity;
    for (let word = first * wordsPerRow; word < end * wordsPerRow; word++) {
      const set = fresh[word];
      if (set === 0) continue;
      fresh[word] = 0;
      for (let left = set; left !== 0; left &= left - 1) {
        const cell = word * 32 + 31 - Math.clz32(left & -left);
        if (heights[cell] < freshZ) heights[cell] = freshZ;
      }
      const row = Math.floor(word / wordsPerRow);
      // A word lies over two tiles.
      const tile = (row >> TILE_BITS) * tileColumns + (word - row * wordsPerRow) * 2;
      if ((set & 0xffff) !== 0 && tiles[tile] < freshZ) tiles[tile] = freshZ;
      if (set >>> 16 !== 0 && tiles[tile + 1] < freshZ) tiles[tile + 1] = freshZ;
    }
  }

  /** How high things stand at a place, mm; 0 for the bed. */
  heightAt(x: number, y: number): number {
    const { originX, originY, columns, rows } = this.grid;
    this.settle();
    const [column, row] = [
      Math.floor((x - originX) / CELL_MM),
      Math.floor((y - originY) / CELL_MM),
    ];
    const isOutside = column < 0 || row < 0 || column >= columns || row >= rows;
    return isOutside ? 0 : this.heights[row * columns + column];
  }

  /** What a nozzle comes to that goes from (x0, y0) to (x1, y1) at height `z`; mm. */
  near(x0: number, y0: number, x1: number, y1: number, z: number): Nearby {
    const { nozzle, heights, cells } = this;
    const { columns } = this.grid;
    const { radiusMm } = nozzle.headClearance;
    const isDisc = nozzle.head.length === 0;
    const heightMm = headHeight(nozzle);
    if (this.top <= z + HAIR) return NOTHING;
    if (this.freshZ > z + HAIR) this.settle();
    const mayHitHead = this.top > z + heightMm + HAIR;
    const reach = nozzleRadius(nozzle, Math.min(this.top - z, heightMm));
    const radius = mayHitHead && isDisc ? Math.max(radiusMm, reach) : reach;
    let rise = mayHitHead && !isDisc ? this.atHead(x0, y0, x1, y1, z) : 0;
    let head = rise > 0;
    let through = false;
    if (!this.anyHigher(x0, y0, x1, y1, radius, z)) return head ? { rise, head, through } : NOTHING;
    cells.go(x0, y0, x1, y1, radius);
    for (let row = cells.firstRow; row <= cells.lastRow; row++) {
      cells.row(row);
      for (let column = cells.first; column <= cells.last; column++) {
        const higher = heights[row * columns + column] - z;
        if (higher <= HAIR || !cells.within(row, column)) continue;
        const distance = cells.distance(row, column);
        if (isDisc && higher > heightMm + HAIR && distance < radiusMm) head = true;
        else if (distance >= nozzleRadius(nozzle, Math.min(higher, heightMm))) continue;
        if (higher > rise) rise = higher;
        if (distance < INSIDE) through = true;
      }
    }
    return { rise, head, through };
  }

  /** How much higher than the nozzle's end what stands in the way of the head's boxes is, mm; 0 for nothing. */
  private atHead(x0: number, y0: number, x1: number, y1: number, z: number): number {
    const { tiles, tileColumns } = this;
    const { originX, originY } = this.grid;
    const tileRows = tiles.length / tileColumns;
    let rise = 0;
    for (const box of this.nozzle.head) {
      const least = z + box.heightMm + HAIR;
      if (this.top <= least) continue;
      const tile = (at: number, origin: number): number =>
        Math.floor((at - origin) / CELL_MM / TILE);
      const left = Math.max(0, tile(Math.min(x0, x1) + box.minX, originX));
      const right = Math.min(tileColumns - 1, tile(Math.max(x0, x1) + box.maxX, originX));
      const front = Math.max(0, tile(Math.min(y0, y1) + box.minY, originY));
      const back = Math.min(tileRows - 1, tile(Math.max(y0, y1) + box.maxY, originY));
      for (let row = front; row <= back; row++) {
        for (let column = left; column <= right; column++) {
          if (tiles[row * tileColumns + column] <= Math.max(least, z + rise)) continue;
          const found = this.highestUnder(box, row, column, [x0, y0, x1 - x0, y1 - y0], least);
          rise = Math.max(rise, found - z);
        }
      }
    }
    return rise;
  }

  /** The highest cell of a tile that comes under a box on a path (its start, its length along X and Y); mm. */
  private highestUnder(
    box: HeadBox,
    tileRow: number,
    tileColumn: number,
    [x0, y0, dx, dy]: readonly [number, number, number, number],
    least: number,
  ): number {
    const { originX, originY, columns, rows } = this.grid;
    let highest = 0;
    const endRow = Math.min(rows, (tileRow + 1) * TILE);
    const endColumn = Math.min(columns, (tileColumn + 1) * TILE);
    for (let row = tileRow * TILE; row < endRow; row++) {
      const [fromY, toY] = under(originY + (row + 0.5) * CELL_MM - y0, dy, box.minY, box.maxY);
      for (let column = tileColumn * TILE; column < endColumn; column++) {
        const height = this.heights[row * columns + column];
        if (height <= least || height <= highest) continue;
        const [fromX, toX] = under(originX + (column + 0.5) * CELL_MM - x0, dx, box.minX, box.maxX);
        // There is a stretch of the path on which the cell is under the box along X and along Y.
        if (Math.max(fromX, fromY, 0) <= Math.min(toX, toY, 1)) highest = height;
      }
    }
    return highest;
  }

  /** Whether anything higher than `above` mm stands within `radius` mm of a place. */
  anyWithin(x: number, y: number, radius: number, above: number): boolean {
    let found = false;
    this.settle();
    this.cells.go(x, y, x, y, radius);
    this.cells.forEach((cell) => {
      found ||= this.heights[cell] > above;
    });
    return found;
  }

  /** Whether anything higher than `above` mm stands in a box, mm. */
  anyIn(box: LevelBox, above: number): boolean {
    const { originX, originY, columns, rows } = this.grid;
    this.settle();
    const at = (place: number, origin: number): number => Math.floor((place - origin) / CELL_MM);
    const lastRow = Math.min(rows - 1, at(box.maxY, originY));
    const lastColumn = Math.min(columns - 1, at(box.maxX, originX));
    for (let row = Math.max(0, at(box.minY, originY)); row <= lastRow; row++) {
      for (let column = Math.max(0, at(box.minX, originX)); column <= lastColumn; column++) {
        if (this.heights[row * columns + column] > above) return true;
      }
    }
    return false;
  }

  /** The box round all that stands higher than `above` mm; null for nothing. */
  boundsAbove(above: number): LevelBox | null {
    const { originX, originY, columns } = this.grid;
    this.settle();
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    this.heights.forEach((height, cell) => {
      if (height <= above) return;
      const [column, row] = [cell % columns, Math.floor(cell / columns)];
      [minX, maxX] = [Math.min(minX, column), Math.max(maxX, column + 1)];
      [minY, maxY] = [Math.min(minY, row), Math.max(maxY, row + 1)];
    });
    if (maxX < minX) return null;
    return {
      minX: originX + minX * CELL_MM,
      maxX: originX + maxX * CELL_MM,
      minY: originY + minY * CELL_MM,
      maxY: originY + maxY * CELL_MM,
    };
  }

  /** Whether any tile round a path holds something higher than `z`. */
  private anyHigher(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    radius: number,
    z: number,
  ): boolean {
    const { grid, tiles, tileColumns } = this;
    const column = (x: number): number => Math.floor((x - grid.originX) / CELL_MM / TILE);
    const row = (y: number): number => Math.floor((y - grid.originY) / CELL_MM / TILE);
    const first = Math.max(0, row(Math.min(y0, y1) - radius));
    const last = Math.min(tiles.length / tileColumns - 1, row(Math.max(y0, y1) + radius));
    const left = Math.max(0, column(Math.min(x0, x1) - radius));
    const right = Math.min(tileColumns - 1, column(Math.max(x0, x1) + radius));
    for (let y = first; y <= last; y++) {
      for (let x = left; x <= right; x++) if (tiles[y * tileColumns + x] > z + HAIR) return true;
    }
    return false;
  }
}

/** The shares of a way by `d` at which something `off` from its beginning lies between two sides of a box. */
function under(off: number, d: number, min: number, max: number): readonly [number, number] {
  if (Math.abs(d) < 1e-12)
    return off >= min && off <= max ? [-Infinity, Infinity] : [Infinity, -Infinity];
  const [a, b] = [(off - min) / d, (off - max) / d];
  return a < b ? [a, b] : [b, a];
}
