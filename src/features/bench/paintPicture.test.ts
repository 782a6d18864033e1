import { describe, expect, it } from 'vitest';
import { pictureOf } from '@/core/geometry/picture';
import type { Footprint } from '@/core/geometry/raster';
import { paintPicture } from './paintPicture';

const footprint: Footprint = {
  cellMm: 0.15,
  originX: 0,
  originY: 0,
  columns: 8,
  rows: 4,
  top: Uint16Array.from({ length: 32 }, (_, i) => (i < 16 ? 1 : i % 8 < 4 ? 5 : 0)),
  low: new Uint16Array(32),
};

describe('a job’s picture', () => {
  it('keeps proportions and places when it is made small', () => {
    const picture = pictureOf(footprint, 4);
    expect([picture.columns, picture.rows]).toEqual([4, 2]);
    expect([...picture.top]).toEqual([1, 1, 1, 1, 5, 5, 0, 0]);
    expect(pictureOf(footprint, 100)).toMatchObject({ columns: 8, rows: 4 });
  });

  it('is painted in the colours of the layers, the back at the top, empty cells clear', () => {
    const picture = { columns: 1, rows: 2, top: Uint16Array.from([3, 0]) };
    const pixels = new Uint8ClampedArray(8);
    paintPicture(pixels, picture, (layer) => (layer === 3 ? '#808080' : '#ffffff'));
    expect(pixels[3]).toBe(0);
    expect(pixels[7]).toBe(255);
    expect(pixels[4]).toBe(pixels[5]);
  });
});
