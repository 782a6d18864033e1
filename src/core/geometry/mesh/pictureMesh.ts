import type { LevelBox } from '../footprint';
import { handMesh, type HandMesh, type LayerHeights } from './handMesh';
import type { Footprint } from '../footprint';
import { seenCells, type PrintPicture } from '../picture';

/** What a small picture tells of a print's shape: enough to turn it in the hand. */
export interface PicturedPrint {
  readonly surface: HandMesh;
  readonly footprint: Footprint;
  readonly layers: LayerHeights;
  /** Number of the section that shows in each cell, where parts lie side by side. */
  readonly shownTop: Uint16Array | null;
}

/** Side of a cell where nobody has kept how large the print is, mm. */
const UNKNOWN_CELL = 0.4;

/**
 * Raises a picture to its heights: each cell from the bed to its topmost layer, layers all alike.
 * @param height of the print, mm.
 */
export function pictureMesh(
  picture: PrintPicture,
  layerCount: number,
  height: number,
  bounds: LevelBox | null,
): PicturedPrint {
  const { sections } = picture;
  const { columns, rows, top: shown } = seenCells(picture);
  const cellMm = bounds ? (bounds.maxX - bounds.minX) / columns : UNKNOWN_CELL;
  const top = sections
    ? shown.map((number) => (number === 0 ? 0 : sections[number - 1].layer))
    : shown;
  const low = top.map((layer) => (layer === 0 ? 0 : 1));
  const thickness = height / layerCount;
  const layers = Array.from({ length: layerCount }, (_, i) => ({
    z: (i + 1) * thickness,
    thickness,
  }));
  const footprint = { columns, rows, cellMm, originX: 0, originY: 0, top, low };
  const numbers = sections ? { top: shown, low: shown } : null;
  const surface = handMesh(footprint, layers, numbers);
  return { surface, footprint, layers, shownTop: sections ? shown : null };
}
