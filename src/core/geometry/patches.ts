import type { Footprint } from './footprint';

/** A cell of a patch that has been visited. */
const SEEN = 2;

/**
 * Visits every patch of cells that belong together, diagonals included.
 * @param cells 1 for each cell that is part of a patch; it is used up.
 * @param onPatch called after each patch with its cells; the list is used again for the next.
 * @param onBorder called for cells that touch the patch under way and do not belong.
 */
export function forEachPatch(
  { columns, rows }: Pick<Footprint, 'columns' | 'rows'>,
  cells: Uint8Array,
  onPatch: (patch: readonly number[]) => void,
  onBorder: (cell: number) => void = () => {},
): void {
  const patch: number[] = [];
  for (let start = cells.indexOf(1); start >= 0; start = cells.indexOf(1, start + 1)) {
    cells[start] = SEEN;
    patch.length = 0;
    patch.push(start);
    // The list grows while it is gone through: it is the patch and what is still to look at.
    for (let i = 0; i < patch.length; i++) {
      const column = patch[i] % columns;
      const row = (patch[i] - column) / columns;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++) {
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
          const next = y * columns + x;
          if (cells[next] === 0) onBorder(next);
          else if (cells[next] !== SEEN) {
            cells[next] = SEEN;
            patch.push(next);
          }
        }
      }
    }
    onPatch(patch);
  }
}

/** Patches smaller than this are crumbs and not shapes, mm². */
const LEAST_SHAPE = 1;
/** An object of a plate has at least this share of the largest one's area. */
const LEAST_OBJECT = 0.1;

/** How many separate shapes stand at the height of layer `from` or higher, seen from above. */
export function shapesFrom(footprint: Footprint, from: number): number {
  const { cellMm } = footprint;
  return patchSizes(footprint, from).filter((size) => size * cellMm ** 2 >= LEAST_SHAPE).length;
}

/** How many objects stand on the plate: separate patches, without a skirt and small odds and ends. */
export function countObjects(footprint: Footprint): number {
  const sizes = patchSizes(footprint, 2);
  const largest = sizes.reduce((most, size) => Math.max(most, size), 0);
  return Math.max(1, sizes.filter((size) => size >= LEAST_OBJECT * largest).length);
}

/**
 * Cells of each patch of what prints at layer `from` or higher, diagonals included. It goes over each row once: a
 * stretch of cells belongs to the patches of the row before that it touches, which are one from then on.
 */
function patchSizes(
  { columns, rows, top }: Pick<Footprint, 'columns' | 'rows' | 'top'>,
  from: number,
): number[] {
  /** The patch that a patch is part of, itself where it is none's; and the cells of those. */
  const partOf: number[] = [];
  const sizes: number[] = [];
  const wholeOf = (patch: number): number => {
    let whole = patch;
    while (partOf[whole] !== whole) whole = partOf[whole] = partOf[partOf[whole]];
    return whole;
  };
  /** First and last column and patch of each stretch, of the row before and of this one. */
  let before: number[] = [];
  for (let row = 0; row < rows; row++) {
    const stretches: number[] = [];
    const start = row * columns;
    let touching = 0;
    for (let column = 0; column < columns; column++) {
      if (top[start + column] < from) continue;
      const first = column;
      while (column < columns && top[start + column] >= from) column++;
      while (touching < before.length && before[touching + 1] < first - 1) touching += 3;
      let patch = -1;
      for (let i = touching; i < before.length && before[i] <= column; i += 3) {
        const other = wholeOf(before[i + 2]);
        if (patch === -1) patch = other;
        else if (other !== patch) {
          partOf[other] = patch;
          sizes[patch] += sizes[other];
          sizes[other] = 0;
        }
      }
      if (patch === -1) {
        patch = partOf.length;
        partOf.push(patch);
        sizes.push(0);
      }
      sizes[patch] += column - first;
      stretches.push(first, column - 1, patch);
    }
    before = stretches;
  }
  return sizes.filter((size) => size > 0);
}
