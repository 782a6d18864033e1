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
  /** Gives a level the cells that `seen` has not yet, in words `from` to `to`; how many it covers. */
  foldTop(bits: Int32Array<ArrayBuffer>, from: number, to: number, level: number): number;
  /** Gives a level the cells that no earlier one covers. */
  foldLow(bits: Int32Array<ArrayBuffer>, from: number, to: number, level: number): void;
  /** Whether `seen` has a cell that `ever` has not. */
  hasNewCells(): boolean;
}

/** Makes the memory of a grid of so many words, with places for so many levels to be gathered. */
export type MakeCells = (words: number, places: number) => RasterCells;
