import type { Footprint } from '../footprint';
import { withoutSpecks } from '../specks';

/** Numbers of what shows in each cell, where it is not the layer: parts side by side. */
export interface CellNumbers {
  readonly top: Uint16Array;
  readonly low: Uint16Array;
}

/** What the surface of a print is built of. */
export interface HandCells {
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  readonly originX: number;
  readonly originY: number;
  readonly top: Uint16Array;
  readonly low: Uint16Array;
  readonly shown: CellNumbers;
}

/** The cells of a print, without the single ones between lines through which one would look deeper. */
export function handCells(footprint: Footprint, numbers: CellNumbers | null): HandCells {
  const top = withoutSpecks(footprint, footprint.top, (a, b) => a > b);
  const low = withoutSpecks(footprint, footprint.low, (a, b) => a < b);
  const { columns } = footprint;
  const renumbered = (before: Uint16Array, after: Uint16Array, shown: Uint16Array): Uint16Array => {
    const out = shown.slice();
    const around = [-1, 1, -columns, columns, -columns - 1, -columns + 1, columns - 1, columns + 1];
    for (let cell = 0; cell < after.length; cell++) {
      if (before[cell] === after[cell]) continue;
      const like = around.find((step) => before[cell + step] === after[cell]);
      if (like !== undefined) out[cell] = shown[cell + like];
    }
    return out;
  };
  const shown = numbers
    ? {
        top: renumbered(footprint.top, top, numbers.top),
        low: renumbered(footprint.low, low, numbers.low),
      }
    : { top, low };
  return { ...footprint, top, low, shown };
}

/** About how many faces there will be: walls, and the cells along them. */
export function facesOf({ columns, rows, top, low }: HandCells): number {
  let edges = 0;
  for (let row = 0, cell = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, cell++) {
      if (column + 1 < columns && differ(top, low, cell, cell + 1)) edges++;
      if (row + 1 < rows && differ(top, low, cell, cell + columns)) edges++;
    }
  }
  return edges * 3;
}

const differ = (top: Uint16Array, low: Uint16Array, a: number, b: number): boolean =>
  top[a] !== top[b] || low[a] !== low[b];

/** Every second cell of every second row. */
export function coarser(cells: HandCells): HandCells {
  const columns = Math.ceil(cells.columns / 2);
  const rows = Math.ceil(cells.rows / 2);
  const halved = (from: Uint16Array): Uint16Array => {
    const to = new Uint16Array(columns * rows);
    for (let row = 0, cell = 0; row < rows; row++) {
      const start = 2 * row * cells.columns;
      for (let column = 0; column < columns; column++) to[cell++] = from[start + 2 * column];
    }
    return to;
  };
  return {
    ...cells,
    columns,
    rows,
    cellMm: cells.cellMm * 2,
    top: halved(cells.top),
    low: halved(cells.low),
    shown: { top: halved(cells.shown.top), low: halved(cells.shown.low) },
  };
}
