import type { SeenCells } from './picture';

/** Steps from the darkest to the lightest shade of a surface, the middle one plain. */
const SHADES = 17;
const PLAIN = (SHADES - 1) / 2;
/** How much the outermost shades are darkened or lightened, of 255. */
const RELIEF = 46;
/** Layers from one side of a cell to the other at which the shade is at its end. */
const STEEP = 8;

/**
 * For each cell, the back of the bed first as on a screen, where its colour stands in a table of
 * {@link colourTable}: its layer and its shade. Light falls from the upper left, so that steps in
 * height show also within one colour. Depends on the print alone, and not on its plan.
 */
export function shadedCells({ columns, rows, top }: SeenCells): Uint32Array<ArrayBuffer> {
  const places = new Uint32Array(columns * rows);
  const at = (column: number, row: number): number =>
    column < 0 || row < 0 || column >= columns || row >= rows ? 0 : top[row * columns + column];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const layer = top[row * columns + column];
      if (layer === 0) continue;
      const rise = at(column + 1, row - 1) - at(column - 1, row + 1);
      const shade = Math.max(-1, Math.min(1, rise / STEEP)) * PLAIN;
      places[(rows - 1 - row) * columns + column] = layer * SHADES + PLAIN + Math.round(shade);
    }
  }
  return places;
}

/**
 * The colour of every layer in every shade, as RGBA in the byte order of image data.
 * @param colourOf `#rrggbb` by layer.
 */
export function colourTable(layerCount: number, colourOf: (layer: number) => string): Uint32Array {
  const table = new Uint32Array((layerCount + 1) * SHADES);
  const bytes = new Uint8ClampedArray(table.buffer);
  for (let layer = 1; layer <= layerCount; layer++) {
    const rgb = parseInt(colourOf(layer).slice(1), 16);
    for (let shade = 0; shade < SHADES; shade++) {
      const light = ((shade - PLAIN) / PLAIN) * RELIEF;
      const i = (layer * SHADES + shade) * 4;
      bytes[i] = (rgb >> 16) + light;
      bytes[i + 1] = ((rgb >> 8) & 255) + light;
      bytes[i + 2] = (rgb & 255) + light;
      bytes[i + 3] = 255;
    }
  }
  return table;
}

/** Paints the cells in the colours of a table: a look-up for each. */
export function recolour(cells: Uint32Array, table: Uint32Array, pixels: Uint32Array): void {
  // Four at a time take a third less than one by one.
  const fours = cells.length - (cells.length % 4);
  for (let i = 0; i < fours; i += 4) {
    pixels[i] = table[cells[i]];
    pixels[i + 1] = table[cells[i + 1]];
    pixels[i + 2] = table[cells[i + 2]];
    pixels[i + 3] = table[cells[i + 3]];
  }
  for (let i = fours; i < cells.length; i++) pixels[i] = table[cells[i]];
}
