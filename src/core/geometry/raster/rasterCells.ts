import type { LevelBits } from './levelBits';

/** Where a grid lies: its size in cells, and cell (0, 0) in cells from machine zero. */
export interface GridPlace {
  readonly columns: number;
  readonly rows: number;
  readonly wordsPerRow: number;
  readonly column0: number;
  readonly row0: number;
}

/** Stamps lines of a batch in one go. */
export interface BatchStamper {
  /** Takes a copy of the batch. */
  load(batch: Float64Array): void;
  /**
   * Stamps the loaded lines from number `from` up to number `to` into the bits of their level, as long as they are of
   * that level and surely inside the grid.
   * @returns the number of the first line that was not stamped.
   */
  stamp(bits: LevelBits, from: number, to: number, grid: GridPlace): number;
}

/**
 * The memory of a raster and the inner loops over it. A grid's bits lie row by row, 32 cells a word; `words`
 * is always a whole number of fours.
 */
export interface RasterCells {
  /** The topmost and the lowest level of each cell. */
  readonly top: Uint16Array<ArrayBuffer>;
  readonly low: Uint16Array<ArrayBuffer>;
  /** Scratch of a fold: cells that a higher level of the same fold covers. */
  readonly seen: Int32Array<ArrayBuffer>;
  /** Cells that any folded level covers. */
  readonly ever: Int32Array<ArrayBuffer>;
  /** The bits of the level that is gathered in a place, from 0. */
  place(index: number): Int32Array<ArrayBuffer>;
  /** Sets the cells whose centre lies within `r` of the line from a to b (a below b, in cells). */
  stampLine(
    bits: Int32Array<ArrayBuffer>,
    wordsPerRow: number,
    ax: number,
    ay: number,
    bx: number,
    by: number,
    r: number,
  ): void;
  /** Stamps whole batches of lines; null where each line is stamped by itself. */
  readonly batches: BatchStamper | null;
  /** Gives a level the cells that `seen` has not yet, in words `from` to `to`; how many it covers. */
  foldTop(bits: Int32Array<ArrayBuffer>, from: number, to: number, level: number): number;
  /** Gives a level the cells that no earlier one covers. */
  foldLow(bits: Int32Array<ArrayBuffer>, from: number, to: number, level: number): void;
  /** Whether `seen` has a cell that `ever` has not. */
  hasNewCells(): boolean;
}

/** Makes the memory of a grid of so many words, with places for so many levels to be gathered. */
export type MakeCells = (words: number, places: number) => RasterCells;
