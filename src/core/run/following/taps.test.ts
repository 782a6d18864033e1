import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../../tests/support/runPlans';
import { BEGUN, START, stateOf, told } from '../../../../tests/support/toldRuns';
import { mergedEvents, type RunEvent } from './events';
import { follow } from './follow';
import { tapDoubt } from './tapDoubt';

const PLAN = runPlan([3600, 1800, 5400]);

describe('taps of a hurry', () => {
  it('are not taken for the next swap when they come twice', () => {
    const twice = stateOf(
      PLAN,
      4000,
      [3720, { kind: 'stopped', how: 'planned' }],
      [3900, { kind: 'resumed' }],
      [3901, { kind: 'stopped', how: 'planned' }],
      [3902, { kind: 'missed' }],
    );
    expect(twice).toMatchObject({ phase: 'printing', band: 1, missed: [] });
    expect(twice.passedOver.map(({ why }) => why)).toEqual(
      Array.from({ length: 2 }, () => 'It has only just resumed.'),
    );
  });

  it('are asked about when they come long before their time', () => {
    const state = stateOf(PLAN, 600);
    const at = (seconds: number): number => START + seconds * 1000;
    const planned = { kind: 'stopped', how: 'planned' } as const;
    expect(tapDoubt(state, planned, at(600))).toEqual({ planned: 3720, taken: 600 });
    expect(tapDoubt(state, { kind: 'missed' }, at(600))).not.toBeNull();
    expect(tapDoubt(state, { kind: 'finished' }, at(3600))).not.toBeNull();
    for (const [told, seconds] of [
      [planned, 1900],
      [planned, 4000],
      [{ kind: 'stopped', how: 'early' }, 600],
      [{ kind: 'paused' }, 600],
    ] as const) {
      expect(tapDoubt(state, told, at(seconds))).toBeNull();
    }
    const short = follow(runPlan([60, 60], { before: 0 }), told(BEGUN), START);
    expect(tapDoubt(short, planned, at(5))).toBeNull();
  });
});

describe('what was told in two places', () => {
  const lists = fc
    .array(
      fc.record({
        at: fc.integer({ min: 0, max: 50 }),
        where: fc.constantFrom('here', 'there', 'both'),
      }),
      { maxLength: 15 },
    )
    .map((all) => {
      const events = all.map(({ at, where }, i) => ({
        where,
        event: { kind: 'resumed', id: `${where}${i}`, at: START + at * 1000 } as RunEvent,
      }));
      const of = (place: string) =>
        events.flatMap(({ where, event }) => (where === place || where === 'both' ? [event] : []));
      return [of('here'), of('there')] as const;
    });

  it('is put together once, each place in its own order, whatever the clocks said', () => {
    fc.assert(
      fc.property(lists, ([here, there]) => {
        const merged = mergedEvents(here, there);
        const ids = merged.map(({ id }) => id);
        expect([...ids].sort()).toEqual(
          [...new Set([...here, ...there].map(({ id }) => id))].sort(),
        );
        for (const list of [here, there]) {
          const own = new Set(list.map(({ id }) => id));
          expect(ids.filter((id) => own.has(id))).toEqual(list.map(({ id }) => id));
        }
        expect(mergedEvents(there, here)).toEqual(merged);
        expect(mergedEvents(merged, there)).toEqual(merged);
      }),
      { seed: 28, numRuns: 500 },
    );
  });
});
