import fc from 'fast-check';
import { withMain } from '../../../tests/support/plans';
import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { layerNumber } from '../layers';
import { readGcode } from '../read/reader';
import { analysePrint } from '../print/analysis';
import { ORDINARY_PRINTER } from '../motion/limits';
import {
  exchangeColours,
  mergeWithAbove,
  mergeWithBelow,
  middleOf,
  withColourOrder,
  withFilament,
  withLetters,
} from './edits/bandEdits';
import { NO_SETTINGS } from '../recipe/settings';
import { bandAt, bandsOf, shownByLayers, swapBefore } from './work/bands';
import { dividingLayers, withBandsAt } from './byHeight';
import { PURGE_SPEED } from '../filament/purge';
import { copyCosts } from './edits/copies';
import { emptyPlan, type JobPlan } from './jobPlan';
import { printedSwaps, withSwap, withWishes } from './edits/partEdits';
import { suggestSwaps } from './edits/suggestions';
import { timelineOf } from './work/timeline';

const n = layerNumber;
const plan = emptyPlan('ab'.repeat(32));
const reading = readGcode(bytesOf(writePrint({ layers: 20 })), ORDINARY_PRINTER);
const { layers } = reading;
const { surface, steps, shapes } = analysePrint(reading);
const shown = shownByLayers(surface);
const bandsIn = (made: JobPlan) => bandsOf(made, { reading, shown, filamentDiameter: 1.75 });
const letters = (made: JobPlan) => bandsIn(made).map(({ filament }) => filament.letter);
const withSwaps = (...at: number[]) => at.reduce((made, layer) => withSwap(made, n(layer)), plan);

const arbitraryPlan = fc
  .record({
    at: fc.array(fc.integer({ min: 2, max: 20 }), { maxLength: 6 }),
    extraLayer: fc.boolean(),
  })
  .map(({ at, extraLayer }) => ({ ...withSwaps(...at), extraLayer }));

describe('the extra layer of the old colour', () => {
  it('prints every swap one layer later, and back again without it', () => {
    const made = { ...withSwaps(5, 11), extraLayer: true };
    expect(printedSwaps(made, 20).map(({ layer, chosen }) => [layer, chosen])).toEqual([
      [6, 5],
      [12, 11],
    ]);
    expect(bandsIn(made).map((band) => [band.first, swapBefore(band)])).toEqual([
      [1, null],
      [6, 5],
      [12, 11],
    ]);
    expect(printedSwaps({ ...made, extraLayer: false }, 20).map((one) => one.layer)).toEqual([
      5, 11,
    ]);
  });

  it('has no room before the last layer, where the later colour counts', () => {
    const made = { ...withSwaps(19, 20), extraLayer: true };
    expect(printedSwaps(made, 20)).toEqual([{ layer: 20, letter: 'C', chosen: 20 }]);
  });
});

describe('bands', () => {
  it('share the seen surface among them, from above and from below', () => {
    fc.assert(
      fc.property(arbitraryPlan, (made) => {
        const bands = bandsIn(made);
        const sum = (side: 'above' | 'below') =>
          bands.reduce((total, { seen }) => total + seen[side], 0);
        expect(sum('above')).toBeCloseTo(1, 9);
        expect(sum('below')).toBeCloseTo(1, 9);
      }),
      { seed: 51, numRuns: 40 },
    );
  });

  it('are found by layer', () => {
    const bands = bandsIn(withSwaps(5, 11));
    expect([1, 4, 5, 10, 11, 20].map((layer) => bandAt(bands, layer).first)).toEqual([
      1, 1, 5, 5, 11, 11,
    ]);
  });

  it('merge downwards and upwards, and keep the other colours', () => {
    const made = withSwaps(5, 11, 15);
    const [lowest, second, third] = bandsIn(made);
    expect(letters(made)).toEqual(['A', 'B', 'C', 'D']);
    expect(letters(mergeWithBelow(made, second, lowest))).toEqual(['A', 'C', 'D']);
    expect(letters(mergeWithAbove(made, second, third))).toEqual(['A', 'C', 'D']);
    expect(letters(mergeWithAbove(made, lowest, second))).toEqual(['B', 'C', 'D']);
    expect(mergeWithBelow(made, lowest, undefined)).toBe(made);
  });

  it('exchange colours, and exchange them back', () => {
    const made = withSwaps(5, 11);
    const [first, , third] = bandsIn(made);
    const once = exchangeColours(made, first, third);
    expect(letters(once)).toEqual(['C', 'B', 'A']);
    const [one, , other] = bandsIn(once);
    expect(exchangeColours(once, one, other)).toEqual(made);
  });

  it.each([
    ['palette', ['A', 'B', 'C']],
    ['reversed', ['C', 'B', 'A']],
    ['light-to-dark', ['B', 'C', 'A']],
    ['dark-to-light', ['A', 'C', 'B']],
  ] as const)('are coloured at once: %s', (order, expected) => {
    const made = withSwaps(5, 11);
    const lightness = ({ letter }: { letter: string }) => ({ A: 0.1, B: 0.9 })[letter] ?? 0.5;
    expect(letters(withColourOrder(made, bandsIn(made), order, lightness))).toEqual(expected);
  });

  it('are split in the middle; a single layer cannot be', () => {
    const [first, second] = bandsIn(withSwaps(2));
    expect(middleOf(first)).toBeNull();
    expect(middleOf(second)).toBe(11);
  });

  it('take filaments in any order given, and keep what their swaps set', () => {
    const settings = { ...NO_SETTINGS, fan: 20 };
    const made = withWishes(
      withSwaps(5, 11),
      { part: 'all', from: n(11) },
      { settings, purge: 70 },
    );
    const turned = withLetters(made, bandsIn(made), ['C', 'A', 'B']);
    expect(bandsIn(turned).map(({ filament }) => filament.letter)).toEqual(['C', 'A', 'B']);
    expect(turned.parts[0].firstLetter).toBe('C');
    // The bands stay where they are.
    expect(bandsIn(turned).map(({ first }) => first)).toEqual([1, 5, 11]);
    expect(turned.parts[0].swaps.at(-1)).toMatchObject({
      layer: 11,
      letter: 'B',
      settings,
      purge: 70,
    });
  });

  it('follow a filament that is renamed', () => {
    const renamed = withFilament(plan, { ...plan.palette[0], name: 'Soot' });
    expect(bandsIn(renamed)[0].filament.name).toBe('Soot');
  });
});

describe('suggestions', () => {
  it('name the step, what stays visible and what would change, and leave out what is done', () => {
    const [only, ...others] = suggestSwaps(plan, steps, shapes, layers, surface);
    expect(others).toEqual([]);
    expect(only.step.layer).toBe(11);
    expect(only.share).toBeCloseTo(110.25 / 420.25, 1);
    expect(only.reason).toMatch(
      /^One raised shape starts here: 3\.\d cm² of layer 10 stay visible below, and 1\.1 cm² would change colour\.$/,
    );
    expect(suggestSwaps(withSwaps(11), steps, shapes, layers, surface)).toEqual([]);
    const ignoring = { ...plan, ignoredSteps: [11] };
    expect(suggestSwaps(ignoring, steps, shapes, layers, surface)).toEqual([]);
  });

  it('put the step that recolours most first', () => {
    const two = [...steps, { layer: n(3), z: 0.64, exposedMm2: 1, share: 0.1 }];
    const ranked = suggestSwaps(plan, two, shapes, layers, surface);
    expect(ranked.map(({ step }) => step.layer)).toEqual([3, 11]);
  });
});

describe('colours by height', () => {
  it('divides into equal heights', () => {
    expect(dividingLayers(layers, surface, 2, 'equal-height')).toEqual([11]);
    expect(dividingLayers(layers, surface, 4, 'equal-height')).toEqual([6, 11, 16]);
  });

  it('divides by what is seen from above', () => {
    expect(dividingLayers(layers, surface, 2, 'equal-surface')).toEqual([11]);
  });

  it('gives layers of the print only, rising, at most one fewer than bands', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom('equal-height' as const, 'equal-surface' as const),
        (count, division) => {
          const found = dividingLayers(layers, surface, count, division);
          expect(found.length).toBeLessThanOrEqual(count - 1);
          expect(found).toEqual([...new Set(found)].sort((a, b) => a - b));
          expect(found.every((layer) => layer > 1 && layer <= 20)).toBe(true);
        },
      ),
      { seed: 53 },
    );
  });

  it('makes the bands in the palette’s order, whatever was there', () => {
    const made = withBandsAt(withMain(withSwaps(3), { firstLetter: 'F' }), [n(6), n(11), n(16)]);
    expect(letters(made)).toEqual(['F', 'G', 'A', 'B']);
  });
});

describe('the timeline', () => {
  it('is as long as the print and its swaps, without gaps', () => {
    fc.assert(
      fc.property(arbitraryPlan, fc.integer({ min: 0, max: 900 }), (made, hands) => {
        const bands = bandsIn(made);
        const purges = bands.slice(1).map((_, i) => ({ mm: 20 * i }));
        const { stretches, total, longestAlone } = timelineOf(bands, reading, () => hands, purges);
        stretches.forEach(({ start }, i) => expect(start).toBe(i > 0 ? stretches[i - 1].end : 0));
        const swaps = bands.length - 1;
        const purged = purges.reduce((sum, { mm }) => sum + mm, 0) / PURGE_SPEED;
        expect(total).toBeCloseTo(reading.seconds.total + swaps * (30 + hands) + purged, 6);
        const alone = longestAlone.end - longestAlone.start;
        expect(alone).toBeLessThanOrEqual(total);
        expect(alone * (swaps + 1)).toBeGreaterThanOrEqual(reading.seconds.total - 1e-6);
      }),
      { seed: 55, numRuns: 60 },
    );
  });

  it('adds the times of a filament that prints twice', () => {
    const twice = withMain(plan, {
      swaps: [
        { layer: n(5), letter: 'B' },
        { layer: n(11), letter: 'A' },
      ],
    });
    const bands = bandsIn(twice);
    const { byFilament } = timelineOf(bands, reading, () => 60, []);
    expect(byFilament.map(({ letter }) => letter)).toEqual(['A', 'B']);
    expect(byFilament[0].seconds).toBeCloseTo(bands[0].seconds + bands[2].seconds, 9);
  });
});

describe('copies', () => {
  it('share swaps and hands, and keep the plate as it is at its own number', () => {
    const costs = copyCosts(3600, 300, 2, [0, 0, 10], 120);
    expect(costs.map(({ copies }) => copies)).toEqual([1, 2, 4, 6, 9]);
    const two = costs[1];
    expect(two.plateSeconds).toBeCloseTo(3600 + 300 + 3 * 150 + 3, 9);
    expect(two.swapsPerPart).toBe(1.5);
    expect(two.handSecondsPerPart).toBe(180);
    const perPart = costs.map(({ secondsPerPart }) => secondsPerPart);
    expect(perPart).toEqual(perPart.toSorted((a, b) => b - a));
  });

  it('name the number on the plate when it is none of the usual', () => {
    expect(copyCosts(3600, 300, 5, [40], 60).map(({ copies }) => copies)).toContain(5);
  });
});
