import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { skirtCells, spannedCells } from './columns';
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
    const whole = raster.exposed[1];
    raster.stamp(0, 0, 10, 0, 2, 2);
    expect(raster.exposed[1] + raster.exposed[2]).toBeCloseTo(whole, -1);
    expect(raster.covered[1]).toBe(whole);
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
    const footprint = raster.finish(sameLevels);
    const spans = spannedCells(footprint, 3);
    expect(spans[1]).toBe(spans[2]);
    expect(spans[0] - spans[1]).toBe(skirtCells(footprint));
    expect(skirtCells(footprint) * CELL).toBeGreaterThan(19.5);
    expect(skirtCells(footprint) * CELL).toBeLessThan(22.5);
  });
});
