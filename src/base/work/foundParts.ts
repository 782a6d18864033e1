import { PICTURE_CELLS, pictureOf, type PrintPicture } from '@/core/geometry/picture';
import { foundParts } from '@/core/plan/parts';
import type { SlicedFile } from '@/core/read/slicedFile';
import type { PartFindings } from '@/workers/print/protocol';

/** Whether a print changes tools or stops inside of layers, so that it may have parts side by side. */
export function mayHaveParts({ sections, sources, layers }: SlicedFile): boolean {
  if (sources.length > 1) return true;
  return sections.length > layers.length || new Set(sections.map(({ tool }) => tool)).size > 1;
}

/** A picture of a print that tells its parts apart: from above, or turned over when more of them show there. */
export function partsPicture(
  { sections }: SlicedFile,
  { stretches, picture }: PartFindings,
): PrintPicture {
  const keys = foundParts({ sections }, stretches);
  const { columns, rows, top, low } = picture.footprint;
  const shown = (grid: Uint16Array): number =>
    new Set([...new Set(grid)].flatMap((number) => keys[number - 1] ?? [])).size;
  const isTurned = shown(low) > shown(top);
  const seen = { columns, rows, top: isTurned ? mirrored(low, columns) : top };
  return {
    ...pictureOf(seen, PICTURE_CELLS),
    sections: sections.map(({ layer }, i) => ({ part: keys[i], layer })),
  };
}

/** The rows of a grid from right to left. */
function mirrored(grid: Uint16Array, columns: number): Uint16Array {
  return grid.map((_, i) => grid[i - (i % columns) + (columns - 1 - (i % columns))]);
}
