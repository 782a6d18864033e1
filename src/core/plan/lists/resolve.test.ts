import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arbitraryStyle, bytesOf, writePrint } from '../../../../tests/support/printFiles';
import { bottomOf } from '../../layers';
import { readGcode } from '../../read/reader';
import { ORDINARY_PRINTER } from '../../motion/limits';
import { NO_SETTINGS } from '../../recipe/settings';
import { resolveHeight, resolveSwaps } from './resolve';

const layersOf = (style: Parameters<typeof writePrint>[0]) =>
  readGcode(bytesOf(writePrint(style)), ORDINARY_PRINTER).layers;

/** First layer 0.2, then 0.2: layer 12 runs from 2.20 to 2.40. */
const even = layersOf({ layers: 15, firstLayer: 0.2, layerHeight: 0.2 });

describe('resolveHeight', () => {
  it.each([
    ['on an edge', 2.2, 12, 0, null],
    ['inside a layer, nearer to its top', 2.33, 13, 0.07, 12],
    ['inside a layer, nearer to its underside', 2.25, 12, -0.05, 13],
    ['half way: the safer side is one more layer of the old colour', 2.3, 13, 0.1, 12],
    ['in layer 1', 0.05, 2, 0.15, null],
    ['in the last layer', 2.95, 15, -0.15, null],
  ])('resolves a height %s', (_name, height, layer, difference, other) => {
    const resolved = resolveHeight(even, height);
    expect(resolved?.layer).toBe(layer);
    expect(resolved?.difference).toBeCloseTo(difference, 6);
    expect(resolved?.other ?? null).toBe(other);
  });

  it('knows no layer above the print, or in none', () => {
    expect(resolveHeight(even, 3.0)).toBeNull();
    expect(resolveHeight([], 1)).toBeNull();
  });

  it('finds the layer that starts at any start of a layer', () => {
    fc.assert(
      fc.property(arbitraryStyle, (style) => {
        const layers = layersOf(style);
        for (const layer of layers.slice(1)) {
          expect(resolveHeight(layers, bottomOf(layer))?.layer).toBe(layer.number);
        }
      }),
      { seed: 37, numRuns: 20 },
    );
  });
});

describe('resolveSwaps', () => {
  it('sorts swaps by layer, whether given by layer or by height', () => {
    const result = resolveSwaps(even, [
      { height: 2.33, filament: 'C', nozzle: 215, purge: 90 },
      { layer: 4, filament: 'B' },
    ]);
    expect(result).toEqual({
      ok: true,
      value: [
        { layer: 4, filament: 'B', settings: NO_SETTINGS, purge: null },
        { layer: 13, filament: 'C', settings: { ...NO_SETTINGS, nozzle: 215 }, purge: 90 },
      ],
    });
  });

  it.each([
    [{ layer: 1, filament: 'B' }, 'swap-before-first-layer'],
    [{ layer: 16, filament: 'B' }, 'layer-out-of-range'],
    [{ height: 9, filament: 'B' }, 'height-out-of-range'],
  ])('refuses %j', (swap, code) => {
    expect(resolveSwaps(even, [swap])).toMatchObject({ ok: false, refusal: { code } });
  });

  it('refuses two swaps before one layer', () => {
    const result = resolveSwaps(even, [
      { layer: 12, filament: 'B' },
      { height: 2.2, filament: 'C' },
    ]);
    expect(result).toMatchObject({ ok: false, refusal: { code: 'two-swaps-on-a-layer' } });
  });
});
