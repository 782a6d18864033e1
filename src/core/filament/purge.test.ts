import { describe, expect, it } from 'vitest';
import { STARTING_PALETTE, type PaletteFilament } from './palette';
import { differenceOf, lightnessOf, stainOf } from './colour';
import { purgeVolume } from './purge';

const [black, white] = STARTING_PALETTE;
const filament = (colour: string): PaletteFilament => ({ ...black, colour });
/** Length of 1.75 mm filament that a volume makes, mm. */
const lengthOf = (volume: number) => volume / 2.405;

describe('colours', () => {
  it('are as light and as different as they look', () => {
    expect(lightnessOf({ colour: '#000000' })).toBeCloseTo(0);
    expect(lightnessOf({ colour: '#ffffff' })).toBeCloseTo(1);
    expect(differenceOf({ colour: '#123456' }, { colour: '#123456' })).toBe(0);
    expect(differenceOf(black, white)).toBeGreaterThan(0.5);
  });

  it('stain from pale to strong', () => {
    expect(stainOf({ colour: '#ffffff' })).toBeCloseTo(0.4, 1);
    expect(stainOf({ colour: '#000000' })).toBeCloseTo(1.6, 1);
    expect(stainOf({ colour: '#c01818' })).toBeGreaterThan(stainOf({ colour: '#3f7fa8' }));
  });
});

describe('purge', () => {
  it('needs more from dark to light than from light to dark', () => {
    expect(lengthOf(purgeVolume(white, black))).toBeCloseTo(46.8, 0);
    const blackToWhite = lengthOf(purgeVolume(filament('#000000'), filament('#ffffff')));
    expect(blackToWhite).toBeGreaterThan(100);
    expect(blackToWhite).toBeLessThan(200);
  });
});
