import { describe, expect, it } from 'vitest';
import { pictureOf, seenCells } from './picture';
import type { Footprint } from './footprint';
import { colourTable, recolour, shadedCells } from './recolour';

const COLOURS: Readonly<Record<number, string>> = { 1: '#204060', 2: '#c08040' };

/** Paints rows of digits, the back first, and gives the pixels as `#rrggbb` or a blank. */
function painted(rows: readonly string[]): string[] {
  const columns = rows[0].length;
  const top = new Uint16Array(columns * rows.length);
  rows.toReversed().forEach((row, y) => {
    [...row].forEach((digit, x) => (top[y * columns + x] = Number(digit)));
  });
  const cells = shadedCells({ columns, rows: rows.length, top });
  const pixels = new Uint32Array(cells.length);
  recolour(
    cells,
    colourTable(2, (layer) => COLOURS[layer]),
    pixels,
  );
  const bytes = new Uint8Array(pixels.buffer);
  return Array.from(pixels, (_, i) => {
    const [r, g, b, a] = bytes.subarray(i * 4, i * 4 + 4);
    if (a === 0) return '';
    return `#${[r, g, b].map((value) => value.toString(16).padStart(2, '0')).join('')}`;
  });
}

describe('a small picture', () => {
  it('keeps proportions and places', () => {
    const top = Uint16Array.from({ length: 32 }, (_, i) => (i < 16 ? 1 : i % 8 < 4 ? 5 : 0));
    const place = { cellMm: 0.15, originX: 0, originY: 0, columns: 8, rows: 4 };
    const footprint: Footprint = { ...place, top, low: top };
    const picture = pictureOf(footprint, 4);
    expect([picture.columns, picture.rows]).toEqual([4, 2]);
    expect([...seenCells(picture).top]).toEqual([1, 1, 1, 1, 5, 5, 0, 0]);
    expect(pictureOf(footprint, 100)).toMatchObject({ columns: 8, rows: 4 });
  });
});

describe('recolour', () => {
  it('paints each cell in its layer’s colour, the back at the top, and nothing where nothing is', () => {
    const flat = painted(['0000', '0000', '1111', '1111', '1111']);
    expect(flat.slice(0, 8)).toEqual(Array(8).fill(''));
    expect(flat[3 * 4 + 1]).toBe('#204060');
  });

  it('lights what rises from the upper left and darkens what falls away', () => {
    const pixels = painted(['11111', '12221', '12221', '12221', '11111']);
    const lightness = (i: number) => parseInt(pixels[i].slice(1, 3), 16);
    const middle = lightness(2 * 5 + 2);
    expect(middle).toBe(0xc0);
    expect(lightness(1 * 5 + 1)).toBeGreaterThan(middle);
    expect(lightness(3 * 5 + 3)).toBeLessThan(middle);
  });

  it('follows another plan by another table alone', () => {
    const cells = shadedCells({ columns: 3, rows: 3, top: new Uint16Array(9).fill(1) });
    const pixels = new Uint32Array(9);
    for (const colour of ['#112233', '#445566']) {
      recolour(
        cells,
        colourTable(1, () => colour),
        pixels,
      );
      const [r, g, b] = new Uint8Array(pixels.buffer, 4 * 4, 3);
      expect(`#${[r, g, b].map((value) => value.toString(16)).join('')}`).toBe(colour);
    }
  });
});

describe('painting', () => {
  it('looks every cell up, whatever their number', () => {
    const table = Uint32Array.from({ length: 50 }, (_, i) => i * 1000 + 7);
    for (let count = 0; count < 12; count++) {
      const cells = Uint32Array.from({ length: count }, (_, i) => (i * 13) % 50);
      const pixels = new Uint32Array(count);
      recolour(cells, table, pixels);
      expect([...pixels]).toEqual([...cells].map((cell) => table[cell]));
    }
  });
});
