import type { PrintPicture } from '@/core/geometry/picture';

/** How much a cell is lightened or darkened where the surface steps, of 255. */
const RELIEF = 46;

/**
 * Paints a picture into RGBA pixels, the back of the bed at the top. Light falls from the upper
 * left, so that steps in height show also within one colour.
 */
export function paintPicture(
  pixels: Uint8ClampedArray,
  { columns, rows, top }: PrintPicture,
  colourOf: (layer: number) => string,
): void {
  const known = new Map<number, readonly [number, number, number]>();
  const rgbOf = (layer: number): readonly [number, number, number] => {
    let rgb = known.get(layer);
    if (!rgb) {
      const value = parseInt(colourOf(layer).slice(1), 16);
      rgb = [value >> 16, (value >> 8) & 255, value & 255];
      known.set(layer, rgb);
    }
    return rgb;
  };
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= columns || row >= rows ? 0 : top[row * columns + column];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const layer = top[row * columns + column];
      if (layer === 0) continue;
      const rise = layer - at(column - 1, row + 1) - (layer - at(column + 1, row - 1));
      const shade = Math.max(-1, Math.min(1, -rise / 4)) * -RELIEF;
      const [r, g, b] = rgbOf(layer);
      const i = ((rows - 1 - row) * columns + column) * 4;
      pixels[i] = r + shade;
      pixels[i + 1] = g + shade;
      pixels[i + 2] = b + shade;
      pixels[i + 3] = 255;
    }
  }
}
