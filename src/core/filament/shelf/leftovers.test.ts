import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTING_PALETTE } from '../palette';
import { contrastOf, differenceOf } from '../colour';
import { DEMO_SHELF } from './demoShelf';
import { spoolsForPlan, type LeftoverInputs } from './leftovers';
import { gramsNeeded, neededBySpool } from './needs';
import { afterRun, freeGrams, withoutReservation, withReservation } from './reserve';
import { doBond, ordinarySpool, type Spool } from './spool';
import { spoolSets } from './spoolSets';

const [A, B, C] = STARTING_PALETTE;
/** Filament of 1.75 mm that makes a gram of ordinary PLA, mm. */
const GRAM = 335.3;

const inputs = (shelf: readonly Spool[], given: Partial<LeftoverInputs> = {}): LeftoverInputs => ({
  bands: [
    { filament: A, filamentMm: 20 * GRAM },
    { filament: B, filamentMm: 10 * GRAM },
    { filament: C, filamentMm: 5 * GRAM },
  ],
  purges: [{ mm: GRAM }, { mm: GRAM }],
  primedMm: 0,
  printer: { filamentDiameter: 1.75 },
  spools: new Map(),
  own: [],
  shelf,
  jobId: 'this',
  ...given,
});

const spool = (id: string, gramsLeft: number | null, given: Partial<Spool> = {}): Spool =>
  ordinarySpool({ id, name: id, gramsLeft, ...given });

describe('grams needed', () => {
  it('are what is printed, purged and primed, by filament', () => {
    const { bands, purges, printer, spools } = inputs([]);
    const needed = gramsNeeded({ bands, purges, primedMm: 2 * GRAM, printer, spools });
    expect([...needed.keys()]).toEqual(['A', 'B', 'C']);
    expect(needed.get('A')).toBeCloseTo(22, 1);
    expect(needed.get('B')).toBeCloseTo(11, 1);
    const heavy = new Map([['A', spool('a', 500, { density: 2.48 })]]);
    expect(
      gramsNeeded({ bands, purges, primedMm: 0, printer, spools: heavy }).get('A'),
    ).toBeCloseTo(40, 0);
  });

  it('come together where two filaments are of one spool', () => {
    const one = spool('one', 500);
    const spools = new Map([
      ['A', one],
      ['C', one],
    ]);
    const needed = new Map([
      ['A', 20],
      ['B', 11],
      ['C', 6],
    ]);
    expect(neededBySpool(STARTING_PALETTE, spools, needed)).toEqual([
      { spool: one, grams: 26, letters: ['A', 'C'] },
    ]);
  });
});

describe('reserved grams', () => {
  const promised = withReservation(spool('a', 100), { jobId: 'other', jobName: 'Dial', grams: 30 });

  it('are not free for another job, and once more when they are let go', () => {
    expect(freeGrams(promised, 'this')).toBe(70);
    expect(freeGrams(promised, 'other')).toBe(100);
    expect(freeGrams(withoutReservation(promised, 'other'), 'this')).toBe(100);
    expect(freeGrams(spool('b', null), 'this')).toBeNull();
  });

  it('take the place of what the job was promised before', () => {
    const again = withReservation(promised, { jobId: 'other', jobName: 'Dial', grams: 10 });
    expect(again.reserved).toEqual([{ jobId: 'other', jobName: 'Dial', grams: 10 }]);
  });

  it('go with the run, which takes no more than is there', () => {
    expect(afterRun(promised, 'other', 28)).toMatchObject({ gramsLeft: 72, reserved: [] });
    expect(afterRun(promised, 'this', 400)).toMatchObject({ gramsLeft: 0 });
    expect(afterRun(promised, 'this', 5).reserved).toHaveLength(1);
    expect(afterRun(spool('b', null), 'this', 5).gramsLeft).toBeNull();
  });
});

describe('spools for a plan', () => {
  it('name first those with enough, and of these the nearest colour', () => {
    const shelf = [
      spool('little black', 5, { colour: A.colour }),
      spool('unweighed black', null, { colour: A.colour }),
      spool('green', 500, { colour: C.colour }),
      spool('grey', 500, { colour: '#444444' }),
    ];
    const [first] = spoolsForPlan(inputs(shelf));
    expect(first.filament.letter).toBe('A');
    expect(first.choices.map(({ spool: { name }, enough }) => [name, enough])).toEqual([
      ['grey', 'yes'],
      ['green', 'yes'],
      ['unweighed black', 'unknown'],
      ['little black', 'no'],
    ]);
    const reserved = withReservation(shelf[3], { jobId: 'x', jobName: 'X', grams: 495 });
    const [row] = spoolsForPlan(inputs([reserved]));
    expect(row.choices[0].enough).toBe('no');
  });
});

describe('sets of spools', () => {
  const arbitraryShelf = fc
    .array(
      fc.record({
        gramsLeft: fc.constantFrom(null, 3, 8, 14, 30, 200),
        colour: fc.constantFrom('#000000', '#0a0a0a', '#ffffff', '#c01818', '#3f7fa8', '#7c9a4b'),
        family: fc.constantFrom('PLA', 'PETG', 'TPU'),
      }),
      { maxLength: 7 },
    )
    .map((all) => all.map((given, i) => spool(`s${i}`, given.gramsLeft, given)));

  it('have enough on each spool, hold together and can be told apart', () => {
    let found = 0;
    fc.assert(
      fc.property(arbitraryShelf, (shelf) => {
        for (const { spools, remains, contrast } of spoolSets(inputs(shelf), 4)) {
          found++;
          const [a, b, c] = ['A', 'B', 'C'].map((letter) => spools.get(letter) as Spool);
          expect(new Set([a, b, c]).size).toBe(3);
          [a, b, c].forEach((one, i) =>
            expect(one.gramsLeft).toBeGreaterThanOrEqual([20, 10, 5][i] * (one.density / 1.25)),
          );
          for (const [low, high] of [
            [a, b],
            [b, c],
          ]) {
            expect(doBond(low.family, high.family)).toBe(true);
            expect(contrastOf(low, high)).toBe('clear');
            expect(differenceOf(low, high)).toBeGreaterThanOrEqual(contrast);
          }
          expect(remains).toBeGreaterThanOrEqual(0);
        }
      }),
      { seed: 63, numRuns: 120 },
    );
    expect(found).toBeGreaterThan(20);
  });

  it('count the purges between their own colours', () => {
    const back = {
      bands: [
        { filament: A, filamentMm: 20 * GRAM },
        { filament: B, filamentMm: 10 * GRAM },
        { filament: A, filamentMm: 5 * GRAM },
      ],
    };
    const black = spool('black', 100, { colour: '#000000' });
    const white = spool('white', 100, { colour: '#ffffff' });
    const remainsOf = (own: LeftoverInputs['own']): number => {
      const sets = spoolSets(inputs([black, white], { ...back, own }), 2);
      const found = sets.find(({ spools }) => spools.get('A') === black);
      return found?.remains ?? NaN;
    };
    const none = [
      { from: 'A', to: 'B', mm: 0 },
      { from: 'B', to: 'A', mm: 0 },
    ];
    expect(remainsOf(none)).toBeCloseTo(200 - 35, 1);
    // Black to white takes some 170 mm, white to black 47.
    expect(remainsOf([])).toBeLessThan(200 - 35 - 200 / GRAM);
  });

  it('use up most first: none that is possible leaves less', () => {
    const shelf = [
      spool('a', 24, { colour: '#000000' }),
      spool('b', 80, { colour: '#ffffff' }),
      spool('c', 15, { colour: '#c01818' }),
      spool('d', 9, { colour: '#3f7fa8' }),
      spool('e', 300, { colour: '#7c9a4b' }),
    ];
    const sets = spoolSets(inputs(shelf), 3);
    expect([...sets[0].spools.values()].map(({ name }) => name)).toEqual(['a', 'c', 'd']);
    const remains = sets.map((set) => set.remains);
    expect(remains).toEqual(remains.toSorted((x, y) => x - y));
  });

  it('find something on the demo’s shelf, and leave what others are promised', () => {
    const [best] = spoolSets(inputs(DEMO_SHELF), 1);
    expect(best.spools.size).toBe(3);
    const taken = DEMO_SHELF.map((one) =>
      withReservation(one, { jobId: 'x', jobName: 'X', grams: one.gramsLeft ?? 0 }),
    );
    expect(spoolSets(inputs(taken), 1)).toEqual([]);
    expect(spoolSets(inputs(taken, { jobId: 'x' }), 1)).toHaveLength(1);
  });
});
