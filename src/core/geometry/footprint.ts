/** Side of a cell, mm. */
export const CELL_MM = 0.15;
/** Highest level number that a cell can hold. */
export const MOST_LEVELS = 65535;

/** What prints where: for each cell the topmost and the lowest layer, 0 where nothing prints. */
export interface Footprint {
  readonly cellMm: number;
  /** Machine mm of the lower left corner of cell (0, 0). */
  readonly originX: number;
  readonly originY: number;
  readonly columns: number;
  readonly rows: number;
  /** Row by row from the front of the bed; layer numbers from 1. */
  readonly top: Uint16Array;
  readonly low: Uint16Array;
}

/** The rectangle that a level's lines cover, machine mm. */
export interface LevelBox {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

/** What a raster has gathered, by level from 1; entry 0 of the lists is no level. */
export interface SettledRaster {
  readonly columns: number;
  readonly rows: number;
  /** Grid position of cell (0, 0), in cells from machine zero. */
  readonly column0: number;
  readonly row0: number;
  /** The topmost and the lowest level of each cell; 0 where nothing prints. */
  readonly top: Uint16Array<ArrayBuffer>;
  readonly low: Uint16Array<ArrayBuffer>;
  /** Cells that each level covers. */
  readonly covered: readonly number[];
  /** Empty boxes have a maximum below the minimum. */
  readonly boxes: readonly LevelBox[];
  /** True when a line lay outside of what can be drawn, and was left out. */
  readonly overflowed: boolean;
}

/** How many cells of a grid each level has, by level; entry 0 counts the empty ones. */
export function cellsByLevel(grid: Uint16Array, levels: number): Uint32Array {
  const cells = new Uint32Array(levels + 1);
  // Most of a grid is empty: two cells at a time.
  const pairs = new Uint32Array(grid.buffer, grid.byteOffset, grid.length >> 1);
  let empty = 0;
  for (let pair = 0; pair < pairs.length; pair++) {
    if (pairs[pair] === 0) {
      empty += 2;
      continue;
    }
    cells[grid[2 * pair]]++;
    cells[grid[2 * pair + 1]]++;
  }
  if (grid.length % 2 === 1) cells[grid[grid.length - 1]]++;
  cells[0] += empty;
  return cells;
}

/**
 * The finished picture, cut to what is printed.
 * @param layerOfLevel layer number by level; 0 for levels that are no layer (priming).
 */
export function footprintOf(raster: SettledRaster, layerOfLevel: Uint16Array): Footprint {
  const { columns, top, low } = raster;
  const box = printedBox(raster, layerOfLevel);
  const width = box.right - box.left + 1;
  const height = box.last - box.first + 1;
  const [tops, lows] = [new Uint16Array(width * height), new Uint16Array(width * height)];
  for (let row = 0, to = 0; row < height && top.length > 0; row++) {
    const from = (box.first + row) * columns + box.left;
    for (let cell = from; cell < from + width; cell++, to++) {
      const layer = layerOfLevel[top[cell]];
      tops[to] = layer;
      // What priming lies under is lowest where the print begins.
      lows[to] = layerOfLevel[low[cell]] || layer;
    }
  }
  return {
    cellMm: CELL_MM,
    originX: (raster.column0 + box.left) * CELL_MM,
    originY: (raster.row0 + box.first) * CELL_MM,
    columns: width,
    rows: height,
    top: tops,
    low: lows,
  };
}

/** The rectangle of cells that have a layer; a single empty cell when nothing is printed. */
function printedBox({ columns, rows, top }: SettledRaster, layerOfLevel: Uint16Array) {
  const box = { left: columns, right: -1, first: rows, last: -1 };
  for (let row = 0; row < rows; row++) {
    const [from, to] = [row * columns, (row + 1) * columns - 1];
    let left = from;
    while (left <= to && layerOfLevel[top[left]] === 0) left++;
    if (left > to) continue;
    let right = to;
    while (layerOfLevel[top[right]] === 0) right--;
    box.left = Math.min(box.left, left - from);
    box.right = Math.max(box.right, right - from);
    box.first = Math.min(box.first, row);
    box.last = row;
  }
  return box.right < 0 ? { left: 0, right: 0, first: 0, last: 0 } : box;
}
