import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEMO_SHELF } from '../filament/shelf/demoShelf';
import { ordinarySpool, type Spool } from '../filament/shelf/spool';
import { linearOfByte, putLinear, putOklab } from './colourSpace';
import { searchStacks, stackCount } from './search';
import { spoolsByLayer, stackOf } from './stack';
import type { SearchWish } from './wish';

const toOklab = converter('oklab');
const toLinear = converter('lrgb');

const LAYERS = { firstLayer: 0.2, layerHeight: 0.12, base: 3, count: 10 };

type Lab = [number, number, number];
const labOf = (colour: string): Lab => {
  const { l, a, b } = toOklab(colour)!;
  return [l, a, b];
};

function wishOf(
  spools: readonly Spool[],
  colours: readonly string[],
  part: Partial<SearchWish> = {},
): SearchWish {
  return {
    spools,
    layers: LAYERS,
    light: 'day',
    shades: {
      lab: Float32Array.from(colours.flatMap(labOf)),
      weights: new Float32Array(colours.length).fill(1 / colours.length),
    },
    pins: colours.map(() => null),
    mostSwaps: 2,
    mostSpools: 4,
    areaMm2: 1000,
    fullMm2: 0,
    ...part,
  };
}

/** What a stack looks like at each height, worked out once more with another package. */
function seenColours(byLayer: readonly number[], wish: SearchWish): Lab[] {
  const { layers, spools, light } = wish;
  const own = spools.map(({ colour }) => {
    const { r, g, b } = toLinear(colour)!;
    return [r, g, b];
  });
  let seen = light === 'day' ? [...own[byLayer[0]]] : [1, 1, 1];
  return byLayer.flatMap((spool, i): Lab[] => {
    const thick = i === 0 ? layers.firstLayer : layers.layerHeight;
    const { hidingDepth } = spools[spool];
    if (light === 'day') {
      const share = 0.05 ** (thick / hidingDepth);
      seen = seen.map((part, k) => own[spool][k] * (1 - share) + part * share);
    } else if (i + 1 > layers.base) {
      seen = seen.map((part, k) => {
        const kept = (-Math.log(0.05) / 2 - Math.log(Math.max(0.01, own[spool][k])) / 3) / hidingDepth; // prettier-ignore
        return part * Math.exp(-kept * thick);
      });
    }
    if (i + 1 < layers.base) return [];
    const { l, a, b } = toOklab({ mode: 'lrgb', r: seen[0], g: seen[1], b: seen[2] });
    return [[l, a, b]];
  });
}

function meanOf(byLayer: readonly number[], wish: SearchWish): number {
  const seen = seenColours(byLayer, wish);
  const { lab, weights } = wish.shades;
  return [...weights].reduce((sum, weight, i) => {
    const shade = lab.slice(i * 3, i * 3 + 3);
    const pin = wish.pins[i];
    const levels = pin === null ? seen : [seen[pin - wish.layers.base]];
    const away = levels.map((one) => Math.hypot(...one.map((part, k) => part - shade[k])));
    return sum + weight * Math.min(...away) * 100;
  }, 0);
}

/** Every stack there is, one layer after the other, without any order or cleverness. */
function bestOfAll(wish: SearchWish, mayFollow: (a: number, b: number) => boolean): number[] {
  const best = Array.from({ length: wish.mostSwaps + 1 }, () => Infinity);
  const go = (byLayer: number[]): void => {
    if (byLayer.length === wish.layers.count) {
      const swaps = byLayer.filter((spool, i) => i > 0 && spool !== byLayer[i - 1]).length;
      if (swaps > wish.mostSwaps || new Set(byLayer).size > wish.mostSpools) return;
      const mean = meanOf(byLayer, wish);
      for (let n = swaps; n <= wish.mostSwaps; n++) best[n] = Math.min(best[n], mean);
      return;
    }
    wish.spools.forEach((_, spool) => {
      const before = byLayer.at(-1);
      const isBase = byLayer.length < wish.layers.base;
      if (before !== undefined && before !== spool && (isBase || !mayFollow(before, spool))) return;
      go([...byLayer, spool]);
    });
  };
  go([]);
  return best;
}

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
const spool = fc
  .tuple(hex, fc.double({ min: 0.2, max: 1.2, noNaN: true }))
  .map(([colour, hidingDepth]) => ordinarySpool({ id: colour, name: colour, colour, hidingDepth }));

describe('the search for a stack', () => {
  it('finds the best of all stacks where they are few, for each number of swaps', () => {
    fc.assert(
      fc.property(
        fc.array(spool, { minLength: 1, maxLength: 3 }),
        fc.array(hex, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('day' as const, 'lamp' as const),
        fc.option(fc.integer({ min: 3, max: 7 }), { nil: null }),
        (spools, colours, light, pin) => {
          const layers = { ...LAYERS, count: 7 };
          const pins = colours.map((_, i) => (i === 0 ? pin : null));
          const wish = wishOf(spools, colours, { light, layers, pins });
          const { found, bound } = searchStacks(wish);
          const best = bestOfAll(wish, () => true);
          best.forEach((mean, swaps) => {
            const mine = Math.min(...found.filter((one) => one.swaps <= swaps).map((one) => one.mean)); // prettier-ignore
            expect(mine).toBeCloseTo(mean, 3);
          });
          for (const { stack, mean, isBest } of found) {
            expect(isBest).toBe(true);
            expect(meanOf(spoolsByLayer(stack), wish)).toBeCloseTo(mean, 3);
            expect(bound).toBeLessThanOrEqual(mean + 1e-4);
          }
        },
      ),
      { seed: 33, numRuns: 40 },
    );
  });

  it('comes to the best by small changes as well, or nearly, where there are too many to look at', () => {
    // Few enough for the plain way of this test, and many with more layers: those say that they are not the best.
    const spools = DEMO_SHELF.slice(0, 7);
    const colours = ['#1f3040', '#5a7a55', '#c8b070', '#e8e0d0', '#a05040'];
    const layers = { ...LAYERS, count: 20 };
    const wish = wishOf(spools, colours, { layers, mostSwaps: 5, mostSpools: 7 });
    expect(stackCount(4, 13, 2)).toBe(4 + 13 * 12 + 78 * 36);
    const effort = { lookedAt: 100_000, tried: 4000 };
    const { found, bound } = searchStacks(wish, undefined, effort);
    expect(found[0].isBest).toBe(true);
    expect(found.at(-1)!.isBest).toBe(false);
    expect(found.at(-1)!.mean).toBeGreaterThanOrEqual(bound);
    const means = found.map(({ mean }) => mean);
    expect(means).toEqual(means.toSorted((a, b) => b - a));
    expect(found.at(-1)!.mean).toBeLessThan(found[0].mean / 2);
    // The same again.
    expect(searchStacks(wish, undefined, effort)).toEqual({ found, bound });
  });

  it('misses the best by little: the same case is looked at whole and by small changes', () => {
    fc.assert(
      fc.property(fc.array(hex, { minLength: 4, maxLength: 8 }), (colours) => {
        const wish = wishOf(DEMO_SHELF.slice(0, 5), colours, { layers: { ...LAYERS, count: 11 }, mostSwaps: 3, mostSpools: 5 }); // prettier-ignore
        const whole = searchStacks(wish).found;
        const small = searchStacks(wish, undefined, { lookedAt: 0, tried: 4000 }).found;
        for (const { swaps, mean } of small) {
          const best = Math.min(...whole.filter((one) => one.swaps <= swaps).map((one) => one.mean)); // prettier-ignore
          expect(mean).toBeGreaterThanOrEqual(best - 1e-3);
          expect(mean).toBeLessThanOrEqual(best * 1.1 + 0.5);
        }
      }),
      { seed: 33, numRuns: 6 },
    );
  });

  it('puts nothing on what it does not hold to, and takes no more spools than are allowed', () => {
    const [black, white, green] = DEMO_SHELF;
    const petg = DEMO_SHELF.find(({ family }) => family === 'PETG')!;
    const colours = ['#2f2b28', petg.colour, '#7c9a4b', '#efe7d4'];
    const wish = wishOf([black, petg, green, white], colours, { mostSwaps: 3, mostSpools: 2 });
    const { found } = searchStacks(wish);
    for (const { stack } of found) {
      expect(new Set(stack.map((band) => band.spool)).size).toBeLessThanOrEqual(2);
      stack.slice(1).forEach((band, i) => {
        expect([band.spool, stack[i].spool].includes(1)).toBe(false);
      });
    }
    const best = bestOfAll({ ...wish, layers: { ...LAYERS, count: 7 } }, (a, b) => a !== 1 && b !== 1); // prettier-ignore
    expect(best[1]).toBeGreaterThan(0);
  });

  it('leaves out stacks for which a spool does not hold enough', () => {
    const [black, white] = DEMO_SHELF;
    const colours = ['#2f2b28', '#efe7d4'];
    const enough = searchStacks(wishOf([black, white], colours));
    expect(enough.found.at(-1)!.swaps).toBeGreaterThan(0);
    const short = { ...white, gramsLeft: 0.01 };
    expect(searchStacks(wishOf([black, short], colours)).found).toEqual([
      expect.objectContaining({ swaps: 0, stack: [{ spool: 0, layers: 10 }] }),
    ]);
    const none = [black, white].map((one) => ({ ...one, gramsLeft: 0.01 }));
    expect(searchStacks(wishOf(none, colours)).found).toEqual([]);
  });

  it('reads a stack from its layers and back', () => {
    const byLayer = [0, 0, 2, 2, 2, 1];
    expect(spoolsByLayer(stackOf(byLayer))).toEqual(byLayer);
  });
});

describe('colours', () => {
  it('are put into OKLab and back as another package puts them', () => {
    fc.assert(
      fc.property(hex, (colour) => {
        const n = Number.parseInt(colour.slice(1), 16);
        const [r, g, b] = [n >> 16, (n >> 8) & 255, n & 255].map(linearOfByte);
        const lab = new Float32Array(3);
        putOklab(r, g, b, lab, 0);
        labOf(colour).forEach((part, k) => expect(lab[k]).toBeCloseTo(part, 4));
        const back = new Float32Array(3);
        putLinear(lab, 0, back, 0);
        [r, g, b].forEach((part, k) => expect(back[k]).toBeCloseTo(part, 4));
      }),
    );
  });
});
