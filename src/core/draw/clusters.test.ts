import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cut, disc, join, rectangle, type Area } from './areas';
import { clustersOf } from './clusters';
import { narrowPlaces } from './narrowPlaces';

/** Every point of an outline, its edges in small steps. */
const pointsOf = (area: Area): { x: number; y: number }[] =>
  area.flatMap((path) =>
    path.flatMap((from, i) => {
      const to = path[(i + 1) % path.length];
      return Array.from({ length: 40 }, (_, n) => ({
        x: from.x + ((to.x - from.x) * n) / 40,
        y: from.y + ((to.y - from.y) * n) / 40,
      }));
    }),
  );

const distanceOf = (a: Area, b: Area): number => {
  const [from, to] = [pointsOf(a), pointsOf(b)];
  return from.reduce(
    (least, p) => to.reduce((now, q) => Math.min(now, Math.hypot(p.x - q.x, p.y - q.y)), least),
    Infinity,
  );
};

const REACH = 1;
const side = fc.integer({ min: 1, max: 6 });
const place = fc.integer({ min: 0, max: 40 });
const squares = fc
  .array(fc.tuple(place, place, side, side), { minLength: 1, maxLength: 8 })
  .map((all) => join(...all.map(([x, y, w, h]) => rectangle(x / 2, y / 2, w / 2, h / 2))));

describe('clusters of an area', () => {
  it('hold every outline once, and lie farther apart than the reach', () => {
    fc.assert(
      fc.property(squares, (area) => {
        const clusters = clustersOf(area, REACH);
        expect(new Set(clusters.flat())).toEqual(new Set(area));
        expect(clusters.flat()).toHaveLength(area.length);
        clusters.forEach((one, i) => {
          for (const other of clusters.slice(i + 1)) {
            expect(distanceOf(one, other)).toBeGreaterThan(REACH);
          }
        });
      }),
      { numRuns: 60 },
    );
  });

  it('keep a hole with what it is a hole of, and what stands in the hole apart', () => {
    const ring = cut(disc(0, 0, 20), disc(0, 0, 10));
    const inner = cut(disc(0, 0, 6), disc(0, 0, 3));
    const clusters = clustersOf([...ring, ...inner, ...rectangle(60, 0, 2, 2)], REACH);
    expect(clusters.map(({ length }) => length).sort()).toEqual([1, 2, 2]);
    expect(clusters.some((one) => one.includes(ring[0]) && one.includes(ring[1]))).toBe(true);
  });
});

describe('narrow places of many shapes', () => {
  /** Bars beside each other, each with its width and the gap behind it, mm. */
  const bars = fc.array(fc.tuple(fc.constantFrom(0.3, 0.7, 3), fc.constantFrom(0.2, 0.3, 2, 9)), {
    minLength: 1,
    maxLength: 12,
  });
  it('are as many as the widths and gaps say, however the shapes stand', () => {
    fc.assert(
      fc.property(bars, (all) => {
        let x = 5;
        const ink: Area = [];
        for (const [width, gap] of all) {
          ink.push(...rectangle(x, 10, width, 20));
          x += width + gap;
        }
        const base = rectangle(0, 0, x + 5, 40);
        const regions = { base, inks: [ink], ground: cut(base, ink), troubles: [], notes: [] };
        const found = narrowPlaces(regions, { lineWidth: 0.45, arrangement: 'heights' });
        expect(found.lost).toHaveLength(all.filter(([width]) => width < 0.45).length);
        expect(found.thin).toHaveLength(all.filter(([width]) => width === 0.7).length);
        const gaps = all.slice(0, -1).filter(([, gap]) => gap < 0.45);
        expect(found.closed).toHaveLength(gaps.length);
      }),
      { numRuns: 40 },
    );
  });
});
