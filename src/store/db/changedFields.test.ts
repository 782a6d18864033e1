import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isAlike, NOW, NOW_AND_LISTS, WANTED, withChanges } from './changedFields';

const value = fc.oneof(fc.integer({ min: 0, max: 3 }), fc.constantFrom('a', 'b', null));
const list = fc.array(value, { maxLength: 2 });
const plain = { noNullPrototype: true };
const group = fc.record({ x: value, y: value }, plain);
const record = fc.record({ name: value, list, group }, plain);

describe('a change of fields', () => {
  it('keeps what either side has changed alone, in groups as well', () => {
    const from = { name: 'Fog', left: 800, nozzle: { from: 190, to: 220 } };
    const wanted = { ...from, name: 'Mist', nozzle: { from: 195, to: 220 } };
    const now = { ...from, left: 500, nozzle: { from: 190, to: 225 } };
    const both = { name: 'Mist', left: 500, nozzle: { from: 195, to: 225 } };
    expect(withChanges(from, wanted, now, WANTED)).toEqual(both);
    expect(withChanges(from, wanted, now, NOW)).toEqual(both);
  });

  it('leaves a field that both have changed to the one that has the last word', () => {
    const [from, wanted, now] = [{ left: 1 }, { left: 2 }, { left: 3 }];
    expect(withChanges(from, wanted, now, WANTED)).toEqual(wanted);
    expect(withChanges(from, wanted, now, NOW)).toEqual(now);
    const told = (...all: readonly number[]): { readonly told: readonly number[] } => ({
      told: all,
    });
    expect(withChanges(told(1), told(1, 3, 2), told(1, 3), NOW_AND_LISTS)).toEqual(told(1, 3, 2));
  });

  it('takes groups of another kind as they are: their fields are other ones', () => {
    type Corner = { readonly kind: string; readonly x?: number; readonly mm?: number };
    const jerk = (x: number): Corner => ({ kind: 'jerk', x });
    const deviation: Corner = { kind: 'deviation', mm: 0.05 };
    expect(withChanges<Corner>(jerk(8), deviation, jerk(9), WANTED)).toEqual(deviation);
    expect(withChanges<Corner>(jerk(8), deviation, jerk(9), NOW)).toEqual(jerk(9));
  });

  it('takes a field away that was taken away', () => {
    type Job = { readonly name: string; readonly folder?: string };
    const merged = withChanges<Job>(
      { name: 'a', folder: 'f' },
      { name: 'a' },
      { name: 'b', folder: 'f' },
      WANTED,
    );
    expect(merged).toEqual({ name: 'b' });
  });

  it('is what was wanted where nobody else has changed anything, and nothing where nothing was', () => {
    fc.assert(
      fc.property(record, record, record, (from, wanted, now) => {
        expect(withChanges(from, wanted, from, NOW)).toEqual(wanted);
        expect(withChanges(from, from, now, WANTED)).toEqual(now);
        expect(withChanges(from, wanted, wanted, NOW)).toEqual(wanted);
      }),
    );
  });

  it('gives each field a value that one of both sides has', () => {
    fc.assert(
      fc.property(record, record, record, (from, wanted, now) => {
        const merged = withChanges(from, wanted, now, NOW);
        for (const name of ['name', 'list'] as const) {
          const mine = isAlike(now[name], from[name]) ? wanted[name] : now[name];
          expect(merged[name]).toEqual(mine);
        }
      }),
    );
  });

  it('compares records whatever the order of their fields, and bytes never', () => {
    expect(isAlike({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(isAlike({ a: 1, b: [2] }, { b: [2], a: 1 })).toBe(true);
    expect(isAlike([1], { 0: 1 })).toBe(false);
    expect(isAlike(new Uint16Array([1, 2]), new Uint16Array([1, 3]))).toBe(false);
    expect(isAlike(new Blob(['a']), new Blob(['a']))).toBe(false);
  });
});
