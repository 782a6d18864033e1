import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { curveDirections, curveLength, forEachChord } from './arcs';
import { popcount } from './raster/levelBits';
import { LineMerger } from './raster/lineMerger';
import { filamentArea, lineWidth } from './lineWidth';
import { footprintOf, MOST_LEVELS } from './footprint';
import { FootprintRaster } from './raster/raster';

const sameLevels = Uint16Array.from({ length: MOST_LEVELS + 1 }, (_, i) => i);

describe('popcount', () => {
  it('counts the bits of any word', () => {
    fc.assert(
      fc.property(fc.integer(), (word) => {
        const bits = (word >>> 0).toString(2).replaceAll('0', '').length;
        expect(popcount(word)).toBe(bits);
      }),
      { seed: 67 },
    );
  });
});

describe('lineWidth', () => {
  it('finds the width back from the filament that it takes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.29, noNaN: true }),
        fc.double({ min: 0.5, max: 50, noNaN: true }),
        (width, height, length) => {
          const section = (width - height) * height + (Math.PI / 4) * height ** 2;
          const area = filamentArea(1.75);
          expect(lineWidth((section * length) / area, length, height, area)).toBeCloseTo(width, 9);
        },
      ),
      { seed: 71 },
    );
  });

  it('stays within what can be printed', () => {
    expect(lineWidth(1000, 1, 0.2, 2.4)).toBe(2.5);
    expect(lineWidth(0, 1, 0.2, 2.4)).toBe(0.16);
    expect(lineWidth(1, 0, 0.2, 2.4)).toBe(0.16);
  });
});

describe('arcs', () => {
  const arbitraryArc = fc.record({
    centreX: fc.double({ min: -50, max: 50, noNaN: true }),
    centreY: fc.double({ min: -50, max: 50, noNaN: true }),
    radius: fc.double({ min: 0.1, max: 80, noNaN: true }),
    from: fc.double({ min: -3, max: 3, noNaN: true }),
    sweep: fc.double({ min: -6.28, max: 6.28, noNaN: true }).filter((s) => Math.abs(s) > 0.01),
    valid: fc.constant(true),
    kind: fc.constant('arc' as const),
  });

  it('are cut into chords that join, lie on the circle and are about as long', () => {
    fc.assert(
      fc.property(arbitraryArc, (arc) => {
        let length = 0;
        let last: [number, number] | null = null;
        forEachChord(arc, (x0, y0, x1, y1) => {
          if (last) expect([x0, y0]).toEqual(last);
          expect(Math.hypot(x1 - arc.centreX, y1 - arc.centreY)).toBeCloseTo(arc.radius, 6);
          length += Math.hypot(x1 - x0, y1 - y0);
          last = [x1, y1];
        });
        expect(length).toBeLessThanOrEqual(curveLength(arc) + 1e-9);
        expect(length).toBeGreaterThan(0.6 * curveLength(arc));
      }),
      { seed: 73 },
    );
  });

  it('start and end along their tangents', () => {
    const quarter = {
      centreX: 0,
      centreY: 0,
      radius: 5,
      from: 0,
      sweep: Math.PI / 2,
      valid: true,
      kind: 'arc',
    } as const;
    const [start, end] = curveDirections(quarter);
    expect(start[1]).toBeCloseTo(1);
    expect(end[0]).toBeCloseTo(-1);
  });
});

describe('LineMerger', () => {
  /** Cells of a path, merged or not. */
  function cellsOf(points: readonly [number, number][], merged: boolean): Uint16Array {
    const raster = new FootprintRaster();
    const merger = new LineMerger(raster);
    // Two far corners first, so that both grids are alike.
    raster.stamp(0, 0, 0, 0, 0.5, 1);
    raster.stamp(60, 60, 60, 60, 0.5, 1);
    for (let i = 1; i < points.length; i++) {
      const [x0, y0] = points[i - 1];
      const [x1, y1] = points[i];
      if (merged) merger.add(x0, y0, x1, y1, 0.45, 2);
      else raster.stamp(x0, y0, x1, y1, 0.45, 2);
    }
    merger.flush();
    return footprintOf(raster.settle(), sameLevels).top;
  }

  const differences = (a: Uint16Array, b: Uint16Array): number =>
    a.filter((layer, i) => layer !== b[i]).length + Math.abs(a.length - b.length);

  it('changes no more than a few cells at the edge of curves', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 25, noNaN: true }),
        fc.double({ min: 0.1, max: 1.5, noNaN: true }),
        (radius, piece) => {
          const count = Math.ceil((2 * Math.PI * radius) / piece);
          const points = Array.from({ length: count + 1 }, (_, i): [number, number] => {
            const angle = (i / count) * 2 * Math.PI;
            return [30 + radius * Math.cos(angle), 30 + radius * Math.sin(angle)];
          });
          const exact = cellsOf(points, false);
          const merged = cellsOf(points, true);
          const covered = exact.filter((layer) => layer === 2).length;
          expect(differences(exact, merged)).toBeLessThan(0.15 * covered);
        },
      ),
      { seed: 79, numRuns: 15 },
    );
  });

  it('changes nothing at corners, turns and straight lines', () => {
    const zigzag = [5, 9, 5, 13].flatMap((y, i): [number, number][] => [
      [10 + i * 5, y],
      [12 + i * 5, y],
    ]);
    expect(differences(cellsOf(zigzag, true), cellsOf(zigzag, false))).toBe(0);
    const back: [number, number][] = [
      [10, 10],
      [20, 10],
      [12, 10],
    ];
    expect(differences(cellsOf(back, true), cellsOf(back, false))).toBe(0);
  });
});
