import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trapezoidSeconds } from './trapezoid';

const length = fc.double({ min: 0.01, max: 400, noNaN: true });
const speed = fc.double({ min: 1, max: 400, noNaN: true });
const acceleration = fc.double({ min: 50, max: 20_000, noNaN: true });

describe('a straight stretch', () => {
  it('from rest to rest takes d/v + v/a, or 2·√(d/a) when it does not reach v', () => {
    fc.assert(
      fc.property(length, speed, acceleration, (d, v, a) => {
        const reaches = d >= (v * v) / a;
        const expected = reaches ? d / v + v / a : 2 * Math.sqrt(d / a);
        expect(trapezoidSeconds(d, 0, 0, v, a)).toBeCloseTo(expected, 6);
      }),
      { seed: 21 },
    );
  });

  it('takes as long as its two pieces, cut where the speed is known', () => {
    fc.assert(
      fc.property(length, speed, acceleration, (d, v, a) => {
        // Up to the middle it is the same, seen backwards, as from there on.
        const peak = Math.min(v, Math.sqrt(a * d));
        const half = trapezoidSeconds(d / 2, 0, peak, v, a);
        expect(2 * half).toBeCloseTo(trapezoidSeconds(d, 0, 0, v, a), 6);
        expect(trapezoidSeconds(d / 2, peak, 0, v, a)).toBeCloseTo(half, 9);
      }),
      { seed: 22 },
    );
  });

  it('is never longer for a higher limit, nor for a faster entry', () => {
    fc.assert(
      fc.property(length, speed, acceleration, (d, v, a) => {
        const plain = trapezoidSeconds(d, 0, 0, v, a);
        expect(trapezoidSeconds(d, 0, 0, v * 1.5, a)).toBeLessThanOrEqual(plain + 1e-9);
        expect(trapezoidSeconds(d, 0, 0, v, a * 1.5)).toBeLessThanOrEqual(plain + 1e-9);
        const entry = Math.min(v, Math.sqrt(2 * a * d));
        expect(trapezoidSeconds(d, entry, 0, v, a)).toBeLessThanOrEqual(plain + 1e-9);
      }),
      { seed: 23 },
    );
  });
});
