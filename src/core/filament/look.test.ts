import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTING_PALETTE, type PaletteFilament } from './palette';
import { differenceOf } from './colour';
import { lampDepth, looksOf, opticalDepths, plainLooks, showsThrough } from './look';

const [black, white] = STARTING_PALETTE;

/** Bands of so many layers each, from the bed up, and layers of one thickness. */
function stack(parts: readonly (readonly [PaletteFilament, number])[], thickness = 0.2) {
  let first = 1;
  const bands = parts.map(([filament, count]) => {
    const band = { filament, first: first as never, last: (first + count - 1) as never };
    first += count;
    return band;
  });
  return { bands, layers: Array.from({ length: first - 1 }, () => ({ thickness })) };
}

/** Light through layers `low` to `top`, for red, green and blue, as the sheet's shader has it. */
function lightThrough(depths: Float32Array, low: number, top: number): number[] {
  return [0, 1, 2].map((i) => Math.exp(depths[(low - 1) * 4 + i] - depths[top * 4 + i]));
}

const far = (one: string, other: string): number =>
  differenceOf({ colour: one }, { colour: other });

describe('the look of thin colours', () => {
  it('lets 5 % through at the hiding depth, everything at none', () => {
    expect(showsThrough(0, 0.5)).toBe(1);
    expect(showsThrough(0.5, 0.5)).toBeCloseTo(0.05, 12);
    expect(showsThrough(1, 0.5)).toBeCloseTo(0.0025, 12);
  });

  it('is the colour below at first, and comes to its own with every layer', () => {
    const { bands, layers } = stack([
      [black, 5],
      [white, 8],
    ]);
    const looks = looksOf(bands, layers, 'above');
    expect(looks[5]).toBe(black.colour);
    const distances = looks.slice(6).map((look) => far(look, white.colour));
    // Colours are rounded to 8 bits.
    distances.slice(1).forEach((one, i) => expect(one).toBeLessThan(distances[i] + 0.002));
    expect(far(looks[6], white.colour)).toBeGreaterThan(0.1);
    expect(far(looks[13], white.colour)).toBeLessThan(0.02);
  });

  it('is seen from below through the first layers', () => {
    const { bands, layers } = stack([
      [white, 1],
      [black, 6],
    ]);
    const looks = looksOf(bands, layers, 'below');
    expect(far(looks[1], black.colour)).toBeGreaterThan(0.1);
    expect(far(looks[1], white.colour)).toBeGreaterThan(0.1);
    expect(looks[7]).toBe(black.colour);
  });

  it('does not depend on how a thickness is cut into layers', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        (below, above) => {
          const thick = stack([
            [black, below],
            [white, above],
          ]);
          const thin = stack(
            [
              [black, below * 2],
              [white, above * 2],
            ],
            0.1,
          );
          const one = looksOf(thick.bands, thick.layers, 'above').at(-1) ?? '';
          const other = looksOf(thin.bands, thin.layers, 'above').at(-1) ?? '';
          expect(far(one, other)).toBeLessThan(0.005);
        },
      ),
      { seed: 61, numRuns: 30 },
    );
  });

  it('is plain when nothing shows through', () => {
    const { bands } = stack([
      [black, 2],
      [white, 1],
    ]);
    expect(plainLooks(bands, 3)).toEqual(['', black.colour, black.colour, white.colour]);
  });
});

describe('light from behind', () => {
  it('is less through more layers, and multiplies', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 17 }),
        (blacks, whites, cut) => {
          const { bands, layers } = stack([
            [black, blacks],
            [white, whites],
          ]);
          const depths = opticalDepths(bands, layers);
          const last = layers.length;
          const middle = Math.min(last - 1, cut);
          const whole = lightThrough(depths, 1, last);
          const low = lightThrough(depths, 1, middle);
          const high = lightThrough(depths, middle + 1, last);
          whole.forEach((light, i) => {
            expect(light).toBeLessThan(low[i]);
            expect(light).toBeCloseTo(low[i] * high[i], 5);
          });
        },
      ),
      { seed: 62, numRuns: 40 },
    );
  });

  it('takes its colour from the filament, and goes through a pale one best', () => {
    const red: PaletteFilament = { ...white, colour: '#c01818' };
    const through = (filament: PaletteFilament) => {
      const { bands, layers } = stack([[filament, 3]]);
      return lightThrough(opticalDepths(bands, layers), 1, 3);
    };
    const [r, g, b] = through(red);
    expect(r).toBeGreaterThan(2 * g);
    expect(r).toBeGreaterThan(2 * b);
    expect(through(white)[1]).toBeGreaterThan(10 * through(black)[1]);
  });

  it('is measured by the bright places of the print, but not by a stray edge', () => {
    const { bands, layers } = stack([[white, 4]]);
    const depths = opticalDepths(bands, layers);
    const top = new Uint16Array(300).fill(2);
    top.fill(4, 150);
    top.set([0, 1, 1]);
    const cells = { low: new Uint16Array(300).fill(1), top };
    const [r, g, b] = lightThrough(depths, 1, 2);
    expect(Math.exp(-lampDepth(cells, depths))).toBeCloseTo(Math.max(r, g, b), 6);
    expect(lampDepth({ low: new Uint16Array(2), top: new Uint16Array(2) }, depths)).toBe(0);
  });
});
