import type { Footprint } from './footprint';
import { holdsCells, packedCells, unpackedCells, type PackedCells } from './packedCells';

/** What is seen of a print from above: the topmost layer of each cell, 0 for none; rows from the front. */
export interface SeenCells {
  readonly columns: number;
  readonly rows: number;
  readonly top: Uint16Array;
}

/** A small picture of a print from above, as it is kept. */
export interface PrintPicture {
  readonly columns: number;
  readonly rows: number;
  /** Its topmost layers: see {@link seenCells}. */
  readonly packed: PackedCells;
  /** Where parts lie side by side, cells hold numbers of sections, from 1: their parts and layers. */
  readonly sections?: readonly PicturedSection[];
}

/** What a picture knows of a section. */
export interface PicturedSection {
  readonly part: string;
  readonly layer: number;
}

/** Cells on the longer side of a job's picture. */
export const PICTURE_CELLS = 240;

const isSide = (one: unknown): one is number => Number.isSafeInteger(one) && Number(one) > 0;

/** Whether numbers are the cells of a picture of so many columns and rows. */
export function isGrid(columns: unknown, rows: unknown, top: unknown): top is Uint16Array {
  return (
    isSide(columns) && isSide(rows) && top instanceof Uint16Array && top.length === columns * rows
  );
}

/** No picture has more cells along a side: a few bytes could state a great many. */
const LONGEST_SIDE = 1000;

/**
 * Whether something is the size and the cells of a picture as it is kept.
 * @param most the highest number that a cell may have.
 */
export function isPacked(
  columns: unknown,
  rows: unknown,
  packed: unknown,
  most?: number,
): packed is PackedCells {
  return (
    isSide(columns) &&
    isSide(rows) &&
    Math.max(columns, rows) <= LONGEST_SIDE &&
    packed instanceof Uint16Array &&
    holdsCells(packed, columns * rows, most)
  );
}

/** The cells of a picture. */
export function seenCells({ columns, rows, packed }: PrintPicture): SeenCells {
  const top = unpackedCells(packed, columns * rows);
  if (!top) throw new Error('The picture does not have as many cells as it states.');
  return { columns, rows, top };
}

/** Makes a picture no larger than `longest` cells on its longer side. */
export function pictureOf(
  footprint: Pick<Footprint, 'columns' | 'rows' | 'top'>,
  longest: number,
): PrintPicture {
  const step = Math.max(1, Math.max(footprint.columns, footprint.rows) / longest);
  const columns = Math.max(1, Math.floor(footprint.columns / step));
  const rows = Math.max(1, Math.floor(footprint.rows / step));
  const top = new Uint16Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    const from = Math.floor((row + 0.5) * step) * footprint.columns;
    for (let column = 0; column < columns; column++) {
      top[row * columns + column] = footprint.top[from + Math.floor((column + 0.5) * step)];
    }
  }
  return { columns, rows, packed: packedCells(top) };
}
