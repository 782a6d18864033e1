import fc from 'fast-check';
import { runs } from '../../../../tests/support/runs';
import { describe, expect, it } from 'vitest';
import { spannedCells, takeSkirtOut } from '../columns';
import { CELL_MM, cellsByLevel, footprintOf, MOST_LEVELS } from '../footprint';
import { joinRasters, rasterOf } from './joinRasters';
import { LineBatcher } from './lineBatch';
import { kernelModule } from '../../../../scripts/lib/kernelModule.mjs';
import { fastCells } from './fastCells';
import { plainCells } from './plainCells';
import { FootprintRaster } from './raster';
import { RASTER_MODULE } from './rasterModule';

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
          const [, covered] = raster.settle().covered;
          expect((covered * CELL) / expected).toBeGreaterThan(0.93);
          expect((covered * CELL) / expected).toBeLessThan(1.07);
        },
      ),
      { seed: 29, numRuns: runs(80) },
    );
  });

  it('counts what of a level later ones leave bare', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 20, 0, 2, 1);
    raster.stamp(0, 0, 10, 0, 2, 2);
    const settled = raster.settle();
    const [, first, second] = cellsByLevel(settled.top, 2);
    expect(first).toBeLessThan(0.6 * settled.covered[1]);
    expect(first + second).toBeGreaterThanOrEqual(settled.covered[1]);
    expect(cellsByLevel(settled.low, 2)[1]).toBe(settled.covered[1]);
  });

  it('sets just the cells whose centre lies within the line', () => {
    const coordinate = fc.double({ min: 0, max: 6, noNaN: true });
    const line = fc.tuple(coordinate, coordinate, coordinate, coordinate);
    fc.assert(
      fc.property(line, fc.double({ min: 0.3, max: 2, noNaN: true }), ([x0, y0, x1, y1], width) => {
        const raster = new FootprintRaster();
        raster.stamp(x0, y0, x1, y1, width, 1);
        const settled = raster.settle();
        const { top, columns, rows, originX, originY } = footprintOf(settled, sameLevels);
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
      { seed: 61, numRuns: runs(150) },
    );
  });

  it('gives the same in pieces: lines in batches, and levels shared by several', () => {
    const place = fc.integer({ min: -9, max: 9 });
    const line = fc.record({
      x: place,
      y: place,
      to: place,
      level: fc.integer({ min: 1, max: 90 }),
    });
    const lines = fc.array(line, { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(lines, fc.integer({ min: 1, max: 4 }), (drawn, count) => {
        const whole = new FootprintRaster();
        const parts = Array.from({ length: count }, () => new FootprintRaster());
        const batchers = parts.map((part) => new LineBatcher((batch) => part.stampBatch(batch)));
        for (const { x, y, to, level } of drawn.toSorted((a, b) => a.level - b.level)) {
          whole.stamp(x, y, to, to, 0.7, level);
          batchers[rasterOf(level, count)].stamp(x, y, to, to, 0.7, level);
        }
        for (const batcher of batchers) batcher.flush();
        const joined = joinRasters(parts.map((part) => part.settle()));
        const settled = whole.settle();
        expect(footprintOf(joined, sameLevels)).toEqual(footprintOf(settled, sameLevels));
        expect(joined.covered).toEqual(settled.covered);
        expect(joined.boxes).toEqual(settled.boxes);
      }),
      { seed: 31, numRuns: 12 },
    );
  });

  it('comes to the same cells in WebAssembly and without', () => {
    const place = fc.double({ min: -12, max: 12, noNaN: true });
    const width = fc.double({ min: 0.16, max: 2.5, noNaN: true });
    const level = fc.oneof(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 1, max: 3 }));
    // Level lines, points and lines along the edge of a cell are where two kinds of rounding would part.
    const odd = fc.constantFrom(0, CELL_MM, -CELL_MM / 2, 3 + 1e-9, 7, NaN, 1e9);
    const coordinate = fc.oneof(place, place, odd);
    const line = fc.tuple(coordinate, coordinate, coordinate, coordinate, width, level);
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 120 }), (drawn) => {
        const plain = new FootprintRaster(plainCells);
        const fast = [new FootprintRaster(fastCells), new FootprintRaster(fastCells)];
        const batcher = new LineBatcher((batch) => fast[1].stampBatch(batch));
        for (const one of drawn.toSorted((a, b) => a[5] - b[5])) {
          plain.stamp(...one);
          fast[0].stamp(...one);
          batcher.stamp(...one);
        }
        batcher.flush();
        const right = plain.settle();
        for (const left of fast.map((one) => one.settle())) {
          expect(Buffer.from(left.top.buffer).equals(Buffer.from(right.top.buffer))).toBe(true);
          expect(Buffer.from(left.low.buffer).equals(Buffer.from(right.low.buffer))).toBe(true);
          expect({ ...left, top: 0, low: 0 }).toEqual({ ...right, top: 0, low: 0 });
        }
      }),
      { seed: 37, numRuns: runs(40) },
    );
  });

  it('carries the module that its source makes', async () => {
    expect(RASTER_MODULE).toBe(await kernelModule('raster'));
  });

  it('takes the highest and the lowest of the levels that each alone covers', () => {
    const place = fc.integer({ min: 0, max: 30 });
    const lines = fc.array(fc.tuple(place, place, place), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(lines, (drawn) => {
        const stamped = (wanted: (level: number) => boolean) => {
          const raster = new FootprintRaster();
          // Two far corners first, so that all grids are alike.
          raster.stamp(-1, -1, -1, -1, 0.5, 1);
          raster.stamp(31, 31, 31, 31, 0.5, 1);
          drawn.forEach(([x, y, to], i) => {
            if (wanted(i + 2)) raster.stamp(x, y, to, to, 1, i + 2);
          });
          return raster.settle();
        };
        const whole = stamped(() => true);
        const alone = drawn.map((_, i) => stamped((level) => level === i + 2).top);
        const levels = Array.from(whole.top, (_, cell) =>
          alone.flatMap((top, i) => (top[cell] > 1 ? [i + 2] : [])),
        );
        levels.forEach((here, cell) => {
          if (here.length === 0) return;
          expect(whole.top[cell]).toBe(Math.max(...here));
          if (whole.low[cell] !== 1) expect(whole.low[cell]).toBe(Math.min(...here));
        });
        expect(drawn.map((_, i) => whole.covered[i + 2])).toEqual(
          alone.map((top) => top.filter((level) => level > 1).length),
        );
      }),
      { seed: 31, numRuns: 4 },
    );
  });

  it('leaves out what would make the grid too large', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 10, 0, 1, 1);
    raster.stamp(1e7, 1e7, 1e7, 1e7, 1, 2);
    raster.stamp(NaN, 0, 1, 1, 1, 2);
    const settled = raster.settle();
    expect(settled.overflowed).toBe(true);
    expect(footprintOf(settled, sameLevels).columns).toBeLessThan(120);
  });
});

describe('columns', () => {
  it('counts open fill as full, and finds a skirt', () => {
    const raster = new FootprintRaster();
    raster.stamp(0, 0, 20, 0, 2, 1);
    raster.stamp(0, 20, 20, 20, 1, 1);
    raster.stamp(0, 0, 20, 0, 2, 3);
    const footprint = footprintOf(raster.settle(), sameLevels);
    const spans = spannedCells(footprint, 3);
    expect(spans[1]).toBe(spans[2]);
    const skirt = takeSkirtOut(footprint).length;
    expect(spans[0] - spans[1]).toBe(skirt);
    expect(skirt * CELL).toBeGreaterThan(19.5);
    expect(skirt * CELL).toBeLessThan(22.5);
    expect(spannedCells(footprint, 3)[0]).toBe(spans[1]);
  });
});
