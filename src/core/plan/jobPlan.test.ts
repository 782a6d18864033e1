import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withMain } from '../../../tests/support/plans';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { analysePrint } from '../print/analysis';
import { layerNumber } from '../layers';
import { readGcode } from '../read/reader';
import { ORDINARY_PRINTER } from '../motion/limits';
import { plainRecipe } from '../recipe/recipe';
import { NO_SETTINGS } from '../recipe/settings';
import { bandsOf, shownByLayers } from './work/bands';
import { emptyPlan, PLAN_DEFAULTS, type JobPlan } from './jobPlan';
import {
  letterAt,
  withLetterAt,
  withMovedSwap,
  withSwap,
  withoutSwap,
  printedSwaps,
} from './edits/partEdits';
import { stopAnswer, withStopAnswer } from './stopAnswers';
import { parseSwapList } from './lists/swapList';
import { parseJobPlan } from './file/planSchema';

const fingerprint = 'ab'.repeat(32);
const plan = emptyPlan(fingerprint);
const n = layerNumber;
const reading = readGcode(bytesOf(writePrint({ layers: 9 })), ORDINARY_PRINTER);
const { layers } = reading;
const { surface } = analysePrint(reading);
const inputs = { reading, shown: shownByLayers(surface), filamentDiameter: 1.75 };

const arbitraryPlan = fc
  .array(fc.integer({ min: 1, max: 9 }), { maxLength: 6 })
  .map((swaps) => swaps.reduce<JobPlan>((made, layer) => withSwap(made, n(layer)), plan));

describe('swaps of a plan', () => {
  it('gives each new swap a colour that is not used yet', () => {
    const two = withSwap(withSwap(plan, n(5)), n(3));
    expect(two.parts[0].swaps).toEqual([
      { layer: 3, letter: 'C' },
      { layer: 5, letter: 'B' },
    ]);
    expect([1, 2, 3, 4, 5, 9].map((layer) => letterAt(two, layer, 9))).toEqual([
      'A',
      'A',
      'C',
      'C',
      'B',
      'B',
    ]);
  });

  it('prints nothing of a swap before layer 1, wherever it came from', () => {
    const early = withMain(plan, {
      swaps: [{ layer: n(1), letter: 'C' }, ...withSwap(plan, n(4)).parts[0].swaps],
    });
    expect(printedSwaps(early, 20).map(({ layer }) => layer)).toEqual([4]);
    expect(letterAt(early, 1, 20)).toBe(plan.parts[0].firstLetter);
  });

  it('takes no swap before layer 1 and no second one on a layer', () => {
    expect(withSwap(plan, n(1))).toBe(plan);
    const one = withSwap(plan, n(4));
    expect(withSwap(one, n(4))).toBe(one);
  });

  it('moves a swap, but not onto another or off the print', () => {
    const two = withSwap(withSwap(plan, n(3)), n(5));
    expect(withMovedSwap(two, n(3), n(7), 9).parts[0].swaps.map((swap) => swap.layer)).toEqual([
      5, 7,
    ]);
    expect(withMovedSwap(two, n(3), n(5), 9)).toBe(two);
    expect(withMovedSwap(two, n(3), n(1), 9)).toBe(two);
    expect(withMovedSwap(two, n(5), n(10), 9)).toBe(two);
  });

  it('changes the filament of a band wherever in the band one points', () => {
    const one = withSwap(plan, n(4));
    expect(withLetterAt(one, 3, 'D', 9).parts[0].firstLetter).toBe('D');
    expect(withLetterAt(one, 9, 'D', 9).parts[0].swaps).toEqual([{ layer: 4, letter: 'D' }]);
  });

  it('removes what it added', () => {
    fc.assert(
      fc.property(arbitraryPlan, fc.integer({ min: 2, max: 9 }), (made, layer) => {
        fc.pre(!made.parts[0].swaps.some((swap) => swap.layer === layer));
        expect(withoutSwap(withSwap(made, n(layer)), n(layer))).toEqual(made);
      }),
      { seed: 41 },
    );
  });
});

describe('stops that the file has itself', () => {
  const stop = {
    line: 40,
    command: 'M600',
    layer: 4,
    offset: 900,
    place: 'before',
    says: null,
  } as const;

  it('are kept, taken out, or taken over as swaps, and back again', () => {
    const over = withStopAnswer(plan, stop, 'take-over');
    expect(over.takenOut).toEqual([40]);
    expect(over.parts[0].swaps.map((swap) => swap.layer)).toEqual([4]);
    expect(stopAnswer(over, stop)).toBe('take-over');
    const out = withStopAnswer(over, stop, 'remove');
    expect([out.takenOut, out.parts[0].swaps]).toEqual([[40], []]);
    expect(withStopAnswer(out, stop, 'keep')).toEqual(plan);
    expect(withStopAnswer(plan, stop, 'keep')).toBe(plan);
  });

  it('make no swap when they stand inside of a layer', () => {
    const inside = { ...stop, place: 'inside' } as const;
    const out = withStopAnswer(plan, inside, 'take-over');
    expect([out.takenOut, out.parts[0].swaps]).toEqual([[40], []]);
    expect(stopAnswer(withSwap(out, n(4)), inside)).toBe('remove');
  });

  it('make no swap before layer 1', () => {
    const first = { ...stop, layer: 1 };
    expect(withStopAnswer(plan, first, 'take-over').parts[0].swaps).toEqual([]);
  });
});

describe('bandsOf', () => {
  it('weigh by the density of their spool, where they have one', () => {
    const made = withSwap(plan, n(6));
    const ordinary = bandsOf(made, inputs);
    const heavy = bandsOf(made, { ...inputs, spools: new Map([['B', { density: 2.48 }]]) });
    expect(heavy[0].grams).toBe(ordinary[0].grams);
    expect(heavy[1].grams).toBeCloseTo(2 * ordinary[1].grams, 9);
  });

  it('covers every layer once, with all of its time and filament', () => {
    fc.assert(
      fc.property(arbitraryPlan, (made) => {
        const bands = bandsOf(made, inputs);
        const covered = bands.flatMap((band) =>
          layers.slice(band.first - 1, band.last).map((layer) => layer.number),
        );
        expect(covered).toEqual(layers.map((layer) => layer.number));
        const sum = (of: (one: { seconds: number; filamentMm: number }) => number) => [
          bands.reduce((total, band) => total + of(band), 0),
          layers.reduce((total, layer) => total + of(layer), 0),
        ];
        const [seconds, secondsExpected] = sum((one) => one.seconds);
        const [filament, filamentExpected] = sum((one) => one.filamentMm);
        expect(seconds).toBeCloseTo(secondsExpected, 6);
        expect(filament).toBeCloseTo(filamentExpected, 6);
      }),
      { seed: 43 },
    );
  });
});

describe('stored plans', () => {
  it('survive being written and read', () => {
    fc.assert(
      fc.property(arbitraryPlan, (made) => {
        expect(parseJobPlan(JSON.parse(JSON.stringify(made)))).toEqual({ ok: true, value: made });
      }),
      { seed: 47, numRuns: 30 },
    );
  });

  it('keep what a swap sets, and the recipe', () => {
    const swaps = [
      { layer: n(4), letter: 'B', settings: { ...NO_SETTINGS, nozzle: 215, fan: 40 }, purge: 90 },
    ];
    const recipe = { ...plainRecipe('spelled-out'), purge: 45, before: ['M400'] };
    const settings = { ...NO_SETTINGS, fan: 60 };
    const wished = withMain(plan, { swaps, settings, purge: 80 });
    const made: JobPlan = { ...wished, recipe, stopAt: 'before-travel', loadFirst: true };
    expect(parseJobPlan(JSON.parse(JSON.stringify(made)))).toEqual({ ok: true, value: made });
  });

  it('of versions 1 to 7 are brought up to date', () => {
    const made = withSwap(plan, n(4));
    const [{ firstLetter, swaps }] = made.parts;
    const { parts: _p, ...whole } = made;
    const seventh = { ...whole, version: 7, firstLetter, swaps, parts: [] };
    const { extraLayer: _x, handSeconds: _y, startAt: _z, ...later } = PLAN_DEFAULTS;
    const written = new Set([...Object.keys(later), 'parts']);
    const third = {
      ...Object.fromEntries(Object.entries(seventh).filter(([key]) => !written.has(key))),
      version: 3,
    } as unknown as Omit<JobPlan, keyof typeof later>;
    const palette = made.palette.map(({ hidingDepth: _, ...rest }) => rest);
    const {
      version: _v,
      extraLayer: _e,
      ignoredSteps: _i,
      handSeconds: _h,
      startAt: _s,
      ...rest
    } = third;
    const second = { ...rest, palette, version: 2 };
    const { takenOut: _t, ...first } = { ...second, version: 1 };
    for (const old of [first, second, third, seventh]) {
      expect(parseJobPlan(old)).toEqual({ ok: true, value: made });
    }
  });

  it('of version 7 keep the parts that they have', () => {
    const parts = [
      { key: 'T0', firstLetter: 'B', swaps: [] },
      { key: 'T1', firstLetter: 'C', swaps: [{ layer: 3, letter: 'A' }] },
    ];
    const { parts: _p, ...whole } = plan;
    const seventh = { ...whole, version: 7, firstLetter: 'A', swaps: [], parts };
    expect(parseJobPlan(seventh)).toEqual({ ok: true, value: { ...plan, parts } });
  });

  it.each([
    ['nothing', undefined],
    ['a version yet to come', { ...plan, version: 9 }],
    ['no part at all', { ...plan, parts: [] }],
    ['a recipe of no known kind', { ...plan, recipe: { kind: 'shout' } }],
    ['an unknown letter', withMain(plan, { firstLetter: 'Q' })],
    [
      'a swap before no layer',
      { ...plan, parts: [{ ...plan.parts[0], swaps: [{ layer: 0, letter: 'B' }] }] },
    ],
  ])('are refused when they hold %s', (_name, json) => {
    expect(parseJobPlan(json)).toMatchObject({ ok: false, refusal: { code: 'bad-plan' } });
  });
});

describe('parseSwapList', () => {
  it('fills in what a plan file may leave out', () => {
    expect(parseSwapList({ swaps: [{ layer: 3, filament: 'B' }] })).toMatchObject({
      ok: true,
      value: { stopAt: 'restart', recipe: { kind: 'change-command', command: 'M600' } },
    });
  });

  it.each([
    [{}, /swaps/],
    [{ swaps: [] }, /no swap/],
    [{ swaps: [{ filament: 'B' }] }, /either a layer or a height/],
    [{ swaps: [{ layer: 3, height: 2, filament: 'B' }] }, /either a layer or a height/],
    [{ swaps: [{ layer: 3 }] }, /filament/],
    [{ swaps: [{ layer: 3, filament: 'B' }], stopAt: 'later' }, /stopAt/],
    [{ swaps: [null] }, /swap 1/],
    ['text', /should be a group of fields .* and is the text "text"\.$/],
    [null, /nothing \(null\)/],
    [[], /and is a list\.$/],
    [
      { swaps: [{ layer: [3], filament: 'B' }] },
      /^The plan cannot be used: "layer" of swap 1 should be a number, and is a list\.$/,
    ],
    [
      { swaps: [{ layer: 3, filament: ['B'] }] },
      /"filament" of swap 1 should be a text, and is a list/,
    ],
    [{ swaps: [{ layer: '3', filament: 'B' }] }, /should be a number, and is the text "3"/],
    [
      { swaps: [{ layer: 3, filament: 'B' }], stopat: 'restart' },
      /"stopat" is not known; the nearest known is "stopAt"/,
    ],
    [
      { swaps: [{ layer: 3, filament: 'B', nozle: 3 }] },
      /"nozle" of swap 1 is not known; the nearest known is "nozzle"/,
    ],
    [
      JSON.parse('{"swaps": [{"layer": 3, "filament": "B", "__proto__": {"purge": 1}}]}'),
      /__proto__/,
    ],
    [
      { swaps: [{ layer: 3, filament: 'B', purge: -1 }] },
      /"purge" of swap 1 should be at least 0, and is -1/,
    ],
    [{ swaps: [{ layer: 3, filament: 'B' }], existingStops: 'all' }, /existingStops/],
  ])('refuses %j', (json, message) => {
    const result = parseSwapList(json);
    expect(!result.ok && result.refusal.message).toMatch(message);
  });
});
