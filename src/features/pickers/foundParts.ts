import { PICTURE_CELLS, pictureOf, type PrintPicture } from '@/core/geometry/picture';
import { partOfSections } from '@/core/plan/parts';
import type { Reading } from '@/core/read/reading';
import type { SideFindings } from '@/workers/protocol';

/** Whether a print changes tools or stops inside of layers, so that it may have parts side by side. */
export function mayHaveParts({ sections, layers }: Reading): boolean {
  return sections.length > layers.length || new Set(sections.map(({ tool }) => tool)).size > 1;
}

/** A picture of a print that tells its parts apart. */
export function partsPicture(
  { sections }: Reading,
  { stretches, picture }: SideFindings,
): PrintPicture {
  const keys = partOfSections({ sections }, stretches);
  return {
    ...pictureOf(picture.footprint, PICTURE_CELLS),
    sections: sections.map(({ layer }, i) => ({ part: keys[i], layer })),
  };
}
