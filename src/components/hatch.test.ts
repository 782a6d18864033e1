import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HATCHES } from '@/core/filament/hatches';
import { STARTING_PALETTE } from '@/core/filament/palette';
import { HATCH_PATH, inkOn, luminance } from './hatch';

/** Contrast after WCAG 2.2. */
function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high + 0.05) / (low + 0.05);
}

describe('letters on filaments', () => {
  it('read on any colour', () => {
    const channel = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(channel, channel, channel, (...rgb) => {
        const colour = `#${rgb.map((c) => c.toString(16).padStart(2, '0')).join('')}`;
        expect(contrast(inkOn(colour), colour)).toBeGreaterThanOrEqual(4.5);
      }),
      { seed: 83 },
    );
  });

  it('have a hatch each, and no two filaments to start with share one', () => {
    expect(Object.keys(HATCH_PATH).sort()).toEqual([...HATCHES].sort());
    expect(new Set(STARTING_PALETTE.map(({ hatch }) => hatch)).size).toBe(STARTING_PALETTE.length);
  });
});
