import { CELL_MM, type Footprint } from '../geometry/footprint';
import type { LayerNumber } from '../layers';
import type { SlicedFile } from '../read/slicedFile';

/** Where the prints of several files lie together, and the cells of their skirts. */
export interface JoinedGround {
  readonly footprint: Footprint;
  readonly skirtCells: Uint32Array;
}

/**
 * Lays the footprints of several files over one another.
 * @param layerOf for each file, the joined layer of each of its own.
 */
export function joinFootprints(
  files: readonly Pick<SlicedFile, 'footprint' | 'skirtCells'>[],
  layerOf: readonly (readonly LayerNumber[])[],
): JoinedGround {
  const places = files.map(({ footprint: { originX, originY, columns, rows } }) => {
    const [left, first] = [Math.round(originX / CELL_MM), Math.round(originY / CELL_MM)];
    return { left, first, right: left + columns, last: first + rows };
  });
  const left = Math.min(...places.map((one) => one.left));
  const first = Math.min(...places.map((one) => one.first));
  const columns = Math.max(...places.map(({ right }) => right)) - left;
  const rows = Math.max(...places.map(({ last }) => last)) - first;
  const top = new Uint16Array(columns * rows);
  const low = new Uint16Array(columns * rows);
  const skirt = new Set<number>();
  files.forEach(({ footprint, skirtCells }, i) => {
    const cellOf = (cell: number): number => {
      const row = Math.floor(cell / footprint.columns) + places[i].first - first;
      return row * columns + (cell % footprint.columns) + places[i].left - left;
    };
    footprint.top.forEach((own, cell) => {
      if (own === 0) return;
      const at = cellOf(cell);
      top[at] = Math.max(top[at], layerOf[i][own - 1]);
      const lowest = layerOf[i][footprint.low[cell] - 1];
      low[at] = low[at] === 0 ? lowest : Math.min(low[at], lowest);
    });
    skirtCells.forEach((cell) => skirt.add(cellOf(cell)));
  });
  const origin = { originX: left * CELL_MM, originY: first * CELL_MM };
  const footprint: Footprint = { cellMm: CELL_MM, ...origin, columns, rows, top, low };
  const bare = [...skirt].filter((cell) => top[cell] === 0);
  return { footprint, skirtCells: Uint32Array.from(bare).sort() };
}
