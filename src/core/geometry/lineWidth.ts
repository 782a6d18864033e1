/**
 * Widths outside of this range come from odd numbers in the file, mm. None is narrower than a cell of
 * the raster, so that no line falls between the cells.
 */
const NARROWEST = 0.16;
const WIDEST = 2.5;

/** Cross-section of a filament of the given diameter, mm². */
export function filamentArea(diameter: number): number {
  return (Math.PI / 4) * diameter ** 2;
}

/**
 * Width of a printed line, mm: a flat line with round sides has the section
 * (width − h)·h + π·h²/4, h being its thickness.
 * @param filamentMm filament in the line, mm; `length` of the line and its `thickness`, mm.
 * @param area cross-section of the filament, mm².
 */
export function lineWidth(
  filamentMm: number,
  length: number,
  thickness: number,
  area: number,
): number {
  if (!(thickness > 0) || length === 0) return NARROWEST;
  const width = (filamentMm * area) / (length * thickness) + thickness * (1 - Math.PI / 4);
  return Math.min(WIDEST, Math.max(NARROWEST, width));
}
