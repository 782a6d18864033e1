import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTING_PALETTE } from './palette';
import { costOf } from './cost';
import { gramsOf } from './mass';
import {
  leastWaste,
  otherPairs,
  pairPurge,
  rowPurge,
  withOwnPurge,
  type PairPurge,
  type PurgeInputs,
} from './purgeTable';
import { ordinarySpool, type Spool } from './shelf/spool';

const [black, white, green] = STARTING_PALETTE;
const INPUTS: PurgeInputs = { own: [], spools: new Map(), filamentDiameter: 1.75 };
const total = (purges: readonly PairPurge[]): number => purges.reduce((sum, { mm }) => sum + mm, 0);

describe('the purge of a pair', () => {
  it('is the model’s, in mm³, mm and grams', () => {
    const { mm, mm3, grams, isOwn } = pairPurge(black, white, INPUTS);
    expect(mm3).toBeCloseTo(mm * 2.405, 0);
    expect(grams).toBeCloseTo((mm3 * 1.24) / 1000, 3);
    expect(isOwn).toBe(false);
    expect(mm).toBeGreaterThan(2 * pairPurge(white, black, INPUTS).mm);
  });

  it('is the person’s own where there is one, for that direction only', () => {
    const own = withOwnPurge([], 'A', 'B', 90);
    expect(pairPurge(black, white, { ...INPUTS, own })).toMatchObject({ mm: 90, isOwn: true });
    expect(pairPurge(white, black, { ...INPUTS, own }).isOwn).toBe(false);
    expect(withOwnPurge(withOwnPurge(own, 'A', 'B', 70), 'B', 'A', 40)).toEqual([
      { from: 'A', to: 'B', mm: 70 },
      { from: 'B', to: 'A', mm: 40 },
    ]);
    expect(withOwnPurge(own, 'A', 'B', null)).toEqual([]);
  });

  it('is listed for every pair that a plan does not meet', () => {
    const met = [pairPurge(black, white, INPUTS), pairPurge(white, green, INPUTS)];
    const names = otherPairs([black, white, green], met).map(
      ({ from, to }) => from.letter + to.letter,
    );
    expect(names).toEqual(['AC', 'BA', 'CA', 'CB']);
    expect(otherPairs([black], [])).toEqual([]);
  });

  it('follows the spool: its stain, its lightness, its density', () => {
    const spool = (given: Partial<Spool>): Spool => ordinarySpool({ id: 'x', name: 'X', ...given });
    const strong = new Map([['A', spool({ colour: black.colour, stain: 3 })]]);
    const plain = pairPurge(black, white, INPUTS);
    expect(pairPurge(black, white, { ...INPUTS, spools: strong }).mm).toBeGreaterThan(plain.mm);
    const heavy = new Map([['B', spool({ colour: white.colour, density: 2.48 })]]);
    const weighed = pairPurge(black, white, { ...INPUTS, spools: heavy });
    expect(weighed.mm).toBeCloseTo(plain.mm, 6);
    expect(weighed.grams).toBeCloseTo(2 * plain.grams, 6);
  });
});

describe('the order that wastes least', () => {
  it('goes from light to dark', () => {
    const order = leastWaste([black, green, white], INPUTS);
    expect(order.map(({ letter }) => letter)).toEqual(['B', 'C', 'A']);
  });

  it('is never worse than any other order, and holds the same filaments', () => {
    const some = fc.shuffledSubarray([...STARTING_PALETTE], { minLength: 1, maxLength: 6 });
    const own = fc.array(
      fc.record({
        from: fc.constantFrom('A', 'B', 'C', 'D'),
        to: fc.constantFrom('A', 'B', 'C', 'D'),
        mm: fc.integer({ min: 0, max: 300 }),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(some, own, (row, values) => {
        const inputs = { ...INPUTS, own: values };
        const order = leastWaste(row, inputs);
        const letters = (all: typeof row) => all.map(({ letter }) => letter).sort();
        expect(letters([...order])).toEqual(letters(row));
        expect(total(rowPurge(order, inputs))).toBeLessThanOrEqual(
          total(rowPurge(row, inputs)) + 1e-9,
        );
      }),
      { seed: 149 },
    );
  });
});

describe('what a print costs', () => {
  const bands = [
    { filament: black, filamentMm: 4000 },
    { filament: white, filamentMm: 1000 },
    { filament: black, filamentMm: 500 },
  ];
  const purges = rowPurge([black, white, black], INPUTS);
  const asked = {
    spools: new Map([['A', ordinarySpool({ id: 'a', name: 'A', pricePerKg: 20 })]]),
    settings: { currency: '€', watts: 120, pricePerKwh: 0.3 },
    seconds: 2 * 3600,
    parts: 4,
    filamentDiameter: 1.75,
  };

  it('is filament, purge and power, shared by the parts', () => {
    const cost = costOf(bands, purges, asked);
    const [a, b] = cost.filaments;
    expect(a.printedGrams).toBeCloseTo(gramsOf(4500, 1.75), 6);
    expect(a.purgedGrams).toBeCloseTo(purges[1].grams, 6);
    expect(a.price).toBeCloseTo(((a.printedGrams + a.purgedGrams) * 20) / 1000, 9);
    expect([b.price, cost.unknown]).toEqual([null, ['B']]);
    expect(cost.powerPrice).toBeCloseTo(0.072, 9);
    expect(cost.total).toBeCloseTo((a.price ?? 0) + 0.072, 9);
    expect(cost.perPart).toBeCloseTo(cost.total / 4, 9);
  });

  it('leaves power out when it is not known', () => {
    const settings = { ...asked.settings, watts: null };
    const cost = costOf(bands, purges, { ...asked, settings, parts: 0 });
    expect(cost.powerPrice).toBeNull();
    expect(cost.perPart).toBe(cost.total);
  });
});
