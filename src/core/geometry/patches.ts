import type { Footprint } from './footprint';

/**
 * Visits every patch of cells that belong together, diagonals included.
 * @param belongs whether a cell is part of a patch.
 * @param onPatch called after each patch with its cells; the list is used again for the next.
 * @param onBorder called for cells that touch the patch under way and do not belong.
 */
export function forEachPatch(
  { columns, rows }: Pick<Footprint, 'columns' | 'rows'>,
  belongs: (cell: number) => boolean,
  onPatch: (cells: readonly number[]) => void,
  onBorder: (cell: number) => void = () => {},
): void {
  const seen = new Uint8Array(columns * rows);
  const cells: number[] = [];
  for (let start = 0; start < seen.length; start++) {
    if (seen[start] === 1 || !belongs(start)) continue;
    seen[start] = 1;
    cells.length = 0;
    cells.push(start);
    // The list grows while it is gone through: it is the patch and what is still to look at.
    for (let i = 0; i < cells.length; i++) {
      const cell = cells[i];
      const column = cell % columns;
      const row = (cell - column) / columns;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++) {
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
          const next = y * columns + x;
          if (!belongs(next)) {
            onBorder(next);
            continue;
          }
          if (seen[next] === 1) continue;
          seen[next] = 1;
          cells.push(next);
        }
      }
    }
    onPatch(cells);
  }
}

/** Patches smaller than this are crumbs and not shapes, mm². */
const LEAST_SHAPE = 1;
/** An object of a plate has at least this share of the largest one's area. */
const LEAST_OBJECT = 0.1;

/** How many separate shapes stand at the height of layer `from` or higher, seen from above. */
export function shapesFrom(footprint: Footprint, from: number): number {
  const { top, cellMm } = footprint;
  let shapes = 0;
  forEachPatch(
    footprint,
    (cell) => top[cell] >= from,
    (cells) => {
      if (cells.length * cellMm ** 2 >= LEAST_SHAPE) shapes++;
    },
  );
  return shapes;
}

/** How many objects stand on the plate: separate patches, without a skirt and small odds and ends. */
export function countObjects(footprint: Footprint): number {
  const { top } = footprint;
  const sizes: number[] = [];
  forEachPatch(
    footprint,
    (cell) => top[cell] > 1,
    (cells) => sizes.push(cells.length),
  );
  const largest = Math.max(0, ...sizes);
  return Math.max(1, sizes.filter((size) => size >= LEAST_OBJECT * largest).length);
}
