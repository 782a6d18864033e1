import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layerNumber } from '../layers';
import { colourByColour } from './colourByColour';
import { fewestSwaps } from './fewestSwaps';
import { asSliced, costOf, type Orderable } from './ordering';
import { precedenceFor, type Standing } from './precedence';
import { dipOf } from './touches';
import { cheapestOf, everyOrder } from '../../../tests/support/oracles/orderOracle';

/** A small print: a few layers, each with a few sections in filaments. */
const arbitraryPrint = fc
  .array(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 3 }), {
    minLength: 1,
    maxLength: 3,
  })
  .map((layers): Orderable => {
    const sections = layers.flatMap((filaments, i) =>
      filaments.map((filament) => ({ layer: layerNumber(i + 1), filament })),
    );
    return {
      layers: sections.map(({ layer }) => layer),
      filaments: sections.map(({ filament }) => filament),
      fixed: new Set(),
      purge: (from, to) => 20 + 7 * from + 3 * to + (from > to ? 40 : 0),
    };
  })
  .filter(({ filaments }) => filaments.length <= 7);

const isLayered =
  ({ layers }: Orderable) =>
  (order: readonly number[]): boolean =>
    order.every((section, i) => i === 0 || layers[order[i - 1]] <= layers[section]);

describe('fewest swaps', () => {
  it('is the least there is, and of the least what purges least', () => {
    fc.assert(
      fc.property(arbitraryPrint, (print) => {
        const found = fewestSwaps(print);
        const best = cheapestOf(print, everyOrder(print, isLayered(print)));
        expect(isLayered(print)(found.order)).toBe(true);
        expect(found.order.toSorted((a, b) => a - b)).toEqual(print.layers.map((_, i) => i));
        expect([found.swaps, found.purgeMm]).toEqual([best.swaps, best.purgeMm]);
        expect(found).toMatchObject(costOf(found.order, print));
        expect(asSliced(print).swaps).toBeGreaterThanOrEqual(found.swaps);
      }),
      { seed: 41, numRuns: 150 },
    );
  });

  it('keeps sections that stay in their place, and orders that were laid down', () => {
    const layers = [1, 1, 1, 2, 2, 2].map(layerNumber);
    const print = {
      layers,
      filaments: [0, 1, 2, 0, 1, 2],
      fixed: new Set<number>(),
      purge: () => 1,
    };
    expect(fewestSwaps(print).swaps).toBe(4);
    const held = fewestSwaps({ ...print, fixed: new Set([2, 3]) }).order;
    expect(held.slice(2, 4)).toEqual([2, 3]);
    expect(new Set(held.slice(0, 2))).toEqual(new Set([0, 1]));
    expect(fewestSwaps(print, new Map([[1, [1, 0, 2]]])).order.slice(0, 3)).toEqual([1, 0, 2]);
  });

  it('is still the least where a layer has more filaments than are all tried', () => {
    const layers = Array.from({ length: 24 }, (_, i) => layerNumber(1 + Math.floor(i / 12)));
    const filaments = layers.map((_, i) => (i * 5) % 12);
    const found = fewestSwaps({ layers, filaments, fixed: new Set(), purge: (a, b) => a + b });
    expect(found.swaps).toBe(22);
    expect(found.exact).toBe(false);
  });
});

describe('colour by colour', () => {
  const arbitraryStanding = arbitraryPrint.chain((print) => {
    const pairs = print.layers.flatMap((high, i) =>
      print.layers.flatMap((low, j) => (low < high ? [[j, i] as const] : [])),
    );
    return fc
      .array(fc.constantFrom('over', 'beside', 'apart'), {
        minLength: pairs.length,
        maxLength: pairs.length,
      })
      .map((kinds) => {
        const liesOn: number[][] = print.layers.map(() => []);
        pairs.forEach(([low, high], k) => kinds[k] === 'over' && liesOn[high].push(low));
        const neighbours = pairs.flatMap(([low, high], k) =>
          kinds[k] === 'beside'
            ? [
                {
                  low,
                  high,
                  rise: 0.2 * (print.layers[high] - print.layers[low]),
                  distance: 0.4,
                  touchMm: 3,
                  depthMm: 0.2,
                  at: { x: 0, y: 0 },
                },
              ]
            : [],
        );
        const standing: Standing = { liesOn, neighbours };
        return { print, standing };
      });
  });

  it('is the least there is, prints nothing before what it lies on, and never dips deeper', () => {
    fc.assert(
      fc.property(arbitraryStanding, fc.constantFrom(0, 0.2, 0.4), ({ print, standing }, dip) => {
        const found = colourByColour(print, precedenceFor(standing, dip));
        if (!found) throw new Error('It was given up.');
        const holds = (order: readonly number[]): boolean => {
          const rank = new Map(order.map((section, i) => [section, i]));
          const before = (a: number, b: number): boolean => rank.get(a)! < rank.get(b)!;
          return (
            standing.liesOn.every((below, high) => below.every((low) => before(low, high))) &&
            standing.neighbours.every(
              ({ low, high, rise }) => rise <= dip + 0.01 || before(low, high),
            )
          );
        };
        const best = cheapestOf(print, everyOrder(print, holds));
        expect(holds(found.order)).toBe(true);
        expect(found.exact).toBe(true);
        expect([found.swaps, found.purgeMm]).toEqual([best.swaps, best.purgeMm]);
        expect(dipOf(standing, found.order).dipMm).toBeLessThanOrEqual(dip + 0.01);
      }),
      { seed: 42, numRuns: 120 },
    );
  });

  it('gives up when it is told to', () => {
    const layers = [1, 2].map(layerNumber);
    const print = { layers, filaments: [0, 1], fixed: new Set<number>(), purge: () => 1 };
    expect(colourByColour(print, [[], [0]], () => false)).toBeNull();
  });
});
