import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spreadPlaces } from './spreadPlaces';

describe('places that are pushed apart', () => {
  it('stay where there is room', () => {
    expect(spreadPlaces([50, 100, 200], 24, 300)).toEqual([50, 100, 200]);
    expect(spreadPlaces([100, 110, 120], 24, 300)).toEqual([100, 124, 148]);
    expect(spreadPlaces([0, 299], 24, 300)).toEqual([12, 288]);
  });

  it('keep their order and their room, inside of the line, wherever they were', () => {
    const places = fc.array(fc.double({ min: 0, max: 300, noNaN: true }), { maxLength: 40 });
    fc.assert(
      fc.property(places, (given) => {
        const rising = given.toSorted((a, b) => a - b);
        const step = Math.min(24, 300 / Math.max(1, rising.length));
        const spread = spreadPlaces(rising, 24, 300);
        for (const [i, place] of spread.entries()) {
          expect(place).toBeGreaterThanOrEqual(step / 2 - 1e-6);
          expect(place).toBeLessThanOrEqual(300 - step / 2 + 1e-6);
          if (i > 0) expect(place - spread[i - 1]).toBeGreaterThanOrEqual(step - 1e-6);
        }
      }),
    );
  });
});
