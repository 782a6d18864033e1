import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { disc, rectangle, roundedRectangle, stroke, type Area } from '../draw/areas';
import { extrude, touchingCorners, type Slab } from './extrude';
import { isManifold } from './manifold';

/** What is wrong with a surface, by its corners as text: shares no code with what makes or checks one. */
function judge(c: Float32Array): { flat: number; odd: number; volume: number } {
  const edges = new Map<string, number>();
  const place = (i: number): string => `${c[i] + 0} ${c[i + 1] + 0} ${c[i + 2] + 0}`;
  let [flat, odd, volume] = [0, 0, 0];
  for (let i = 0; i < c.length; i += 9) {
    const ends = [place(i), place(i + 3), place(i + 6)];
    if (new Set(ends).size < 3) flat++;
    ends.forEach((end, k) => {
      const edge = `${end}|${ends[(k + 1) % 3]}`;
      edges.set(edge, (edges.get(edge) ?? 0) + 1);
    });
    volume += (c[i] * (c[i + 4] * c[i + 8] - c[i + 5] * c[i + 7])) / 6;
    volume += (c[i + 1] * (c[i + 5] * c[i + 6] - c[i + 3] * c[i + 8])) / 6;
    volume += (c[i + 2] * (c[i + 3] * c[i + 7] - c[i + 4] * c[i + 6])) / 6;
  }
  for (const [edge, count] of edges) {
    const back = edges.get(edge.split('|').reverse().join('|'));
    if (count !== 1 || back !== 1) odd++;
  }
  return { flat, odd, volume };
}

/** Places on a grid and off it, so that sides lie on each other, nearly do, and cross. */
const place = fc.oneof(
  fc.integer({ min: 5, max: 25 }),
  fc.double({ min: 5, max: 25, noNaN: true }),
  fc.integer({ min: 5, max: 25 }).map((x) => x + 1e-4),
);
const size = fc.integer({ min: 1, max: 5 });
const shape: fc.Arbitrary<Area> = fc.oneof(
  fc.tuple(place, place, size, size).map(([x, y, w, h]) => rectangle(x, y, w, h)),
  fc.tuple(place, place, size).map(([x, y, r]) => disc(x, y, r)),
  fc.tuple(place, place, size).map(([x, y, r]): Area => [
    [
      { x, y: y - r },
      { x: x + r, y },
      { x, y: y + r },
      { x: x - r, y },
    ],
  ]),
  fc
    .tuple(place, place, place, place, fc.double({ min: 0.5, max: 1.5, noNaN: true }))
    .map(([x, y, u, v, wide]) =>
      stroke(
        [
          [x, y],
          [u, v],
          [v, x],
        ],
        wide,
      ),
    ),
);
const shapes = fc.array(shape, { minLength: 1, maxLength: 20 }).map((all) => all.flat());

describe('what is raised from areas', () => {
  it('has two faces at every edge and no triangle without area, however its outlines touch', () => {
    fc.assert(
      fc.property(fc.array(shapes, { minLength: 1, maxLength: 3 }), (levels) => {
        const slabs: Slab[] = [
          { area: roundedRectangle(0, 0, 30, 30, 3), from: 0, to: 1.6 },
          ...levels.map((area, i) => ({ area, from: 1.6, to: 2 + 0.4 * i })),
        ];
        const { flat, odd, volume } = judge(extrude(slabs));
        expect({ flat, odd }).toEqual({ flat: 0, odd: 0 });
        expect(volume).toBeGreaterThan(1400);
      }),
      { seed: 33, numRuns: 60 },
    );
  });

  it('joins corners that only touch, and says where', () => {
    const two = [...rectangle(0, 0, 4, 4), ...rectangle(4, 4, 4, 4)];
    expect(touchingCorners(two)).toEqual([{ x: 4, y: 4 }]);
    expect(touchingCorners(rectangle(0, 0, 4, 4))).toEqual([]);
    // A corner on a side touches as well.
    expect(touchingCorners([...rectangle(0, 0, 4, 4), ...[[{ x: 4, y: 2 }, { x: 8, y: 0 }, { x: 8, y: 4 }]]])).toEqual([{ x: 4, y: 2 }]); // prettier-ignore
    const made = judge(extrude([{ area: two, from: 0, to: 1 }]));
    expect(made).toMatchObject({ flat: 0, odd: 0 });
    expect(made.volume).toBeCloseTo(32, 2);
  });

  it('is known to be sound or not', () => {
    const cube = extrude([{ area: rectangle(0, 0, 4, 4), from: 0, to: 4 }]);
    expect(isManifold(cube)).toBe(true);
    expect(isManifold(cube.slice(9))).toBe(false);
    expect(isManifold(Float32Array.from([...cube, ...cube]))).toBe(false);
    expect(isManifold(Float32Array.from([...cube, 0, 0, 0, 1, 0, 0, 2, 0, 0]))).toBe(false);
  });
});
