import type { ByteSource } from '../byteSource';
import { CELL_MM, cellsByLevel, MOST_LEVELS, type Footprint } from '../geometry/footprint';
import { FootprintRaster } from '../geometry/raster/raster';
import type { SlicedFile } from './slicedFile';
import { forEachSectionMove } from './sectionMoves';

/** What prints where by sections: the footprint with the number of a section, from 1, in place of a layer's. */
export interface SectionPicture {
  readonly footprint: Footprint;
  /** Surface that each section makes of the finished print, seen from above and from below, mm². */
  readonly above: Float64Array;
  readonly below: Float64Array;
  /** Sums of the two; never 0, so that they can be divided by. */
  readonly whole: { readonly above: number; readonly below: number };
}

/** Draws a print once more, by its sections. What its footprint leaves out is left out here too. */
export async function sectionPicture(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'footprint'>,
  filamentDiameter: number,
): Promise<SectionPicture> {
  const raster = new FootprintRaster();
  await forEachSectionMove(input, reading, filamentDiameter, (section, x0, y0, x1, y1, width) => {
    if (width > 0 && section < MOST_LEVELS) raster.stamp(x0, y0, x1, y1, width, section + 1);
  });
  const drawn = raster.settle();
  const { footprint } = reading;
  const { columns, rows } = footprint;
  const top = new Uint16Array(columns * rows);
  const low = new Uint16Array(columns * rows);
  const left = Math.round(footprint.originX / CELL_MM) - drawn.column0;
  const first = Math.round(footprint.originY / CELL_MM) - drawn.row0;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      const [x, y] = [column + left, row + first];
      const isOutside = x < 0 || y < 0 || x >= drawn.columns || y >= drawn.rows;
      if (footprint.top[cell] === 0 || isOutside) continue;
      top[cell] = drawn.top[y * drawn.columns + x];
      low[cell] = drawn.low[y * drawn.columns + x];
    }
  }
  const count = reading.sections.length;
  const areas = (grid: Uint16Array): Float64Array =>
    Float64Array.from(cellsByLevel(grid, Math.min(count, MOST_LEVELS)).subarray(1), (cells) => {
      return cells * CELL_MM * CELL_MM;
    });
  const [above, below] = [areas(top), areas(low)];
  const sum = (all: Float64Array): number => all.reduce((total, one) => total + one, 0) || 1;
  const whole = { above: sum(above), below: sum(below) };
  return { footprint: { ...footprint, top, low }, above, below, whole };
}
