import type { ByteSource } from '../byteSource';
import { CELL_MM, cellsByLevel, MOST_LEVELS } from '../geometry/footprint';
import { FootprintRaster } from '../geometry/raster/raster';
import type { SlicedFile } from './slicedFile';
import { forEachSectionMove } from './sectionMoves';

/** Areas of parts, mm², by their keys. */
export interface PartAreas {
  /** What a part covers in any of its layers. */
  readonly footprintMm2: ReadonlyMap<string, number>;
  /** What of it nothing later covers. */
  readonly exposedMm2: ReadonlyMap<string, number>;
}

/**
 * Measures parts by their lines.
 * @param keys the part of each section.
 */
export async function sectionAreas(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'layers' | 'footprint' | 'skirtCells'>,
  filamentDiameter: number,
  keys: readonly string[],
): Promise<PartAreas> {
  const [only, ...others] = new Set(keys);
  if (others.length === 0) return wholeAreas(reading, only);
  const rasters = new Map([...new Set(keys)].map((key) => [key, new FootprintRaster()]));
  const whole = new FootprintRaster();
  await forEachSectionMove(input, reading, filamentDiameter, (section, x0, y0, x1, y1, width) => {
    if (width === 0 || section >= MOST_LEVELS) return;
    rasters.get(keys[section])!.stamp(x0, y0, x1, y1, width, section + 1);
    whole.stamp(x0, y0, x1, y1, width, section + 1);
  });
  const cellMm2 = CELL_MM * CELL_MM;
  const footprintMm2 = new Map(
    [...rasters].map(([key, raster]) => {
      const { low } = raster.settle();
      return [key, low.reduce((sum, level) => sum + (level > 0 ? cellMm2 : 0), 0)];
    }),
  );
  const exposed = cellsByLevel(whole.settle().top, Math.min(keys.length, MOST_LEVELS));
  const exposedMm2 = new Map<string, number>();
  keys.forEach((key, section) => {
    exposedMm2.set(key, (exposedMm2.get(key) ?? 0) + (exposed[section + 1] ?? 0) * cellMm2);
  });
  return { footprintMm2, exposedMm2 };
}

/** What is known of the only part of a print without another look at its lines. */
function wholeAreas(
  { layers, footprint, skirtCells }: Pick<SlicedFile, 'layers' | 'footprint' | 'skirtCells'>,
  key: string,
): PartAreas {
  const cells = footprint.low.reduce((count, layer) => count + (layer > 0 ? 1 : 0), 0);
  const covered = (cells + skirtCells.length) * CELL_MM * CELL_MM;
  const exposed = layers.reduce((sum, { exposedMm2 }) => sum + exposedMm2, 0);
  return { footprintMm2: new Map([[key, covered]]), exposedMm2: new Map([[key, exposed]]) };
}
