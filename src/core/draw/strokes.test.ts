import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { join, sizeOf, type Area } from './areas';
import { clipped, coatOf, faded, masked, NO_COAT, onPaper, over, type Tint } from './coats';
import { bezier } from './curves';
import { strokePieces, type Pen } from './strokes';

const PEN: Pen = {
  width: 2,
  cap: 'butt',
  join: 'miter',
  miterLimit: 4,
  dashes: [],
  dashOffset: 0,
  tolerance: 0.001,
};
const ALONG = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
];
const CORNER = [...ALONG, { x: 10, y: 10 }];
const drawn = (points: typeof ALONG, part: Partial<Pen> = {}, isClosed = false): number =>
  sizeOf(join(strokePieces([{ points, isClosed }], { ...PEN, ...part })));

describe('a pen', () => {
  it('covers a line by its width, with the ends that it has', () => {
    expect(drawn(ALONG)).toBeCloseTo(20, 3);
    expect(drawn(ALONG, { cap: 'square' })).toBeCloseTo(24, 3);
    expect(drawn(ALONG, { cap: 'round' })).toBeCloseTo(20 + Math.PI, 2);
  });

  it('fills corners as it is told, and cuts sharp ones off', () => {
    // Two pieces of ten by two share a square of one at the inner side, and leave one open at the outer.
    expect(drawn(CORNER, { join: 'miter' })).toBeCloseTo(40, 3);
    expect(drawn(CORNER, { join: 'bevel' })).toBeCloseTo(39.5, 3);
    expect(drawn(CORNER, { join: 'round' })).toBeCloseTo(39 + Math.PI / 4, 2);
    expect(drawn(CORNER, { join: 'miter', miterLimit: 1.4 })).toBeCloseTo(39.5, 3);
    expect(drawn(CORNER, { join: 'miter', miterLimit: 1.42 })).toBeCloseTo(40, 3);
  });

  it('draws a dot where a line has no length and its ends are not cut', () => {
    const dot = [ALONG[0], ALONG[0]];
    expect(drawn(dot)).toBe(0);
    expect(drawn(dot, { cap: 'square' })).toBeCloseTo(4, 3);
    expect(drawn(dot, { cap: 'round' })).toBeCloseTo(Math.PI, 2);
  });

  it('dashes as much as its pattern says, wherever it begins', () => {
    expect(drawn(ALONG, { dashes: [2, 3] })).toBeCloseTo(8, 3);
    expect(drawn(ALONG, { dashes: [2, 3], dashOffset: 1 })).toBeCloseTo(8, 3);
    expect(drawn(ALONG, { dashes: [1], dashOffset: -7 })).toBeCloseTo(10, 3);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: -20, max: 20 }),
        (dashes, dashOffset) => {
          const pattern = dashes.length % 2 ? [...dashes, ...dashes] : dashes;
          const period = pattern.reduce((sum, one) => sum + one, 0);
          let inked = 0;
          for (let step = 0; step < 1000; step++) {
            let at = ((((step + 0.5) / 100 + dashOffset) % period) + period) % period;
            let i = 0;
            while (at >= pattern[i]) at -= pattern[i++];
            if (i % 2 === 0) inked++;
          }
          expect(drawn(ALONG, { dashes, dashOffset })).toBeCloseTo((inked / 100) * 2, 1);
        },
      ),
      { seed: 33, numRuns: 40 },
    );
  });

  it('follows curves to a tolerance', () => {
    const quarter = bezier({ x: 1, y: 0 }, [{ x: 1, y: 0.5523 }, { x: 0.5523, y: 1 }], { x: 0, y: 1 }, 1e-3); // prettier-ignore
    let before = { x: 1, y: 0 };
    for (const point of quarter) {
      const middle = Math.hypot((before.x + point.x) / 2, (before.y + point.y) / 2);
      expect(Math.abs(middle - 1)).toBeLessThan(1.3e-3);
      before = point;
    }
    expect(quarter.length).toBeLessThan(24);
  });
});

const box = (x: number, y: number, side: number): Area => [
  [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side },
  ],
];
const RED: Tint = { r: 255, g: 0, b: 0, a: 1 };
const BLUE: Tint = { r: 0, g: 0, b: 255, a: 1 };
const sizes = (coat: Parameters<typeof onPaper>[0]): Record<string, number> =>
  Object.fromEntries([...onPaper(coat)].map(([colour, area]) => [colour, sizeOf(area)]));

describe('coats of paint', () => {
  const two = over(coatOf(box(0, 0, 10), RED), coatOf(box(5, 0, 10), BLUE));

  it('hide what is below them', () => {
    expect(sizes(two)).toEqual({ '#ff0000': 50, '#0000ff': 100 });
    expect(sizes(over(two, coatOf(box(0, 0, 10), RED)))).toEqual({ '#ff0000': 100, '#0000ff': 50 });
  });

  it('mix where they let through', () => {
    const half = over(coatOf(box(0, 0, 10), RED), coatOf(box(5, 0, 10), { ...BLUE, a: 0.5 }));
    expect(sizes(half)).toEqual({ '#ff0000': 50, '#800080': 50, '#8080ff': 50 });
    expect(sizes(faded(two, 0))).toEqual({});
  });

  it('are cut and masked', () => {
    expect(sizes(clipped(two, box(4, 0, 2)))).toEqual({ '#ff0000': 2, '#0000ff': 2 });
    const mask = coatOf(box(0, 0, 4), { r: 255, g: 255, b: 255, a: 1 });
    expect(sizes(masked(two, mask))).toEqual({ '#ff0000': 16 });
    expect(masked(two, coatOf(box(0, 0, 9), { r: 0, g: 0, b: 0, a: 1 }))).toEqual(NO_COAT);
  });
});
