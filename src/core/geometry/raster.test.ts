import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spannedCells, takeSkirtOut } from './columns';
import { CELL_MM, FootprintRaster, MOST_LEVELS } from './raster';

const sameLevels = Uint16Array.from({ length: MOST_LEVELS + 1 }, (_, i) => i);
const CELL = CELL_MM ** 2;

describe('FootprintRaster', () => {
  it('covers the area of a line with round ends, in any direction', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        fc.double({ min: 2, max: 40, noNaN: true }),
        fc.double({ min: 1.2, max: 2.5, noNaN: true }),
        (angle, length, width) => {
          const raster = new FootprintRaster();
          raster.stamp(
            50,
            50,
            50 + length * Math.cos(angle),
            50 + length * Math.sin(angle),
            width,
            1,
          );
          const expected = length * width + (Math.PI * width * width) / 4;
          raster.settle();
          expect((raster.covered[1] * CELL) / expected).toBeGreaterThan(0.93);
          expect((raster.covered[1] * CELL) / expected).toBeLessThan(1.07);
        },
      ),
      { seed: 29, numRuns: 80 },
    );
  });

  it('keeps the exposed area of each level as later ones cover it', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 20, 0, 2, 1);
    raster.settle();
    const whole = raster.exposed[1];
    raster.stamp(0, 0, 10, 0, 2, 2);
    raster.settle();
    expect(raster.exposed[1]).toBeLessThan(0.6 * whole);
    expect(raster.exposed[1] + raster.exposed[2]).toBeGreaterThanOrEqual(whole);
    expect(raster.covered[1]).toBe(whole);
  });

  it('sets just the cells whose centre lies within the line', () => {
    const coordinate = fc.double({ min: 0, max: 6, noNaN: true });
    const line = fc.tuple(coordinate, coordinate, coordinate, coordinate);
    fc.assert(
      fc.property(line, fc.double({ min: 0.3, max: 2, noNaN: true }), ([x0, y0, x1, y1], width) => {
        const raster = new FootprintRaster();
        raster.stamp(x0, y0, x1, y1, width, 1);
        raster.settle();
        const { top, columns, rows, originX, originY } = raster.finish(sameLevels);
        const long2 = (x1 - x0) ** 2 + (y1 - y0) ** 2;
        for (let i = 0; i < columns * rows; i++) {
          const x = originX + ((i % columns) + 0.5) * CELL_MM;
          const y = originY + (Math.floor(i / columns) + 0.5) * CELL_MM;
          const along = long2 > 0 ? ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / long2 : 0;
          const t = Math.min(1, Math.max(0, along));
          const distance = Math.hypot(x - x0 - t * (x1 - x0), y - y0 - t * (y1 - y0));
          if (Math.abs(distance - width / 2) > 1e-6)
            expect(top[i] === 1).toBe(distance < width / 2);
        }
      }),
      { seed: 61, numRuns: 150 },
    );
  });

  it('agrees with a count over the finished grid', () => {
    const lines = fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 0, max: 30 }),
      ),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(lines, (drawn) => {
        const raster = new FootprintRaster();
        drawn.forEach(([x, y, to], i) => raster.stamp(x, y, to, to, 1, i + 1));
        raster.settle();
        const counted = drawn.map(() => 0);
        for (const level of raster.finish(sameLevels).top) if (level > 0) counted[level - 1]++;
        expect(drawn.map((_, i) => raster.exposed[i + 1])).toEqual(counted);
      }),
      { seed: 31, numRuns: 60 },
    );
  });

  it('leaves out what would make the grid too large', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 10, 0, 1, 1);
    raster.stamp(1e7, 1e7, 1e7, 1e7, 1, 2);
    raster.stamp(NaN, 0, 1, 1, 1, 2);
    raster.settle();
    expect(raster.overflowed).toBe(true);
    expect(raster.finish(sameLevels).columns).toBeLessThan(120);
  });
});

describe('columns', () => {
  it('counts open fill as full, and finds a skirt', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 20, 0, 2, 1);
    raster.stamp(0, 20, 20, 20, 1, 1);
    raster.stamp(0, 0, 20, 0, 2, 3);
    raster.settle();
    const footprint = raster.finish(sameLevels);
    const spans = spannedCells(footprint, 3);
    expect(spans[1]).toBe(spans[2]);
    const skirt = takeSkirtOut(footprint).length;
    expect(spans[0] - spans[1]).toBe(skirt);
    expect(skirt * CELL).toBeGreaterThan(19.5);
    expect(skirt * CELL).toBeLessThan(22.5);
    expect(spannedCells(footprint, 3)[0]).toBe(spans[1]);
  });
});
