import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../../tests/support/runPlans';
import { BEGUN, minutes, START, told, type Told } from '../../../../tests/support/toldRuns';
import { lastEvent, parseEvents } from './events';
import { follow, seenIn } from './follow';
import { learnedFactor } from '../runTimes';
import { parseRunPlan, plannedTotal, swapOffsets } from '../runPlan';

const PLAN = runPlan([3600, 1800, 5400]);

describe('following a run', () => {
  it('goes as planned when everything does', () => {
    const [first, second] = swapOffsets(PLAN);
    const swap = PLAN.swaps[0].machine + PLAN.swaps[0].hands;
    const events = told(
      BEGUN,
      [first, { kind: 'stopped', how: 'planned' }],
      [first + swap, { kind: 'resumed' }],
      [second, { kind: 'stopped', how: 'planned' }],
      [second + swap, { kind: 'resumed' }],
    );
    const before = follow(PLAN, events.slice(0, 1), START);
    expect(before.upcoming.map(({ at }) => (at - START) / 1000)).toEqual([first, second]);
    expect(before).toMatchObject({ phase: 'printing', band: 0, factor: 1, layer: 1 });
    const after = follow(PLAN, events, START + 9e6);
    expect(after).toMatchObject({ phase: 'printing', band: 2, upcoming: [] });
    expect(after.factor).toBeCloseTo(1, 9);
    expect((after.end!.at - START) / 1000).toBeCloseTo(plannedTotal(PLAN), 6);
    const done = follow(PLAN, [...events, ...told([1e4, { kind: 'finished' }])], START + 2e7);
    expect(done.phase).toBe('finished');
  });

  it('prints what an early stop has left together with the next band', () => {
    const [first] = swapOffsets(PLAN);
    const early = told(
      BEGUN,
      [first - 600, { kind: 'stopped', how: 'early' }],
      [first, { kind: 'resumed' }],
    );
    const state = follow(PLAN, early, START + first * 1000);
    expect((state.upcoming[0].at - START) / 1000).toBeCloseTo(first + 600 + 1800, 6);
    const standing = follow(PLAN, early.slice(0, 2), START + (first - 600) * 1000);
    const { machine, hands } = PLAN.swaps[0];
    expect((standing.upcoming[0].at - START) / 1000).toBeCloseTo(
      first - 600 + machine + hands + 600 + 1800,
      6,
    );
    // Neither stretch was a whole band: nothing is learned from them.
    const on = [...early, ...told([first + 9000, { kind: 'stopped', how: 'planned' }])];
    expect(seenIn(PLAN, on).bands).toEqual([]);
  });

  it('tells what was seen of it: whole bands, swaps, and what the printer let go', () => {
    const events = told(
      BEGUN,
      [4000, { kind: 'stopped', how: 'planned' }],
      [4100, { kind: 'gone', what: 'motors' }],
      [4300, { kind: 'resumed' }],
      [6200, { kind: 'missed' }],
      [12_000, { kind: 'finished' }],
    );
    expect(seenIn(PLAN, events)).toEqual({
      bands: [{ band: 0, planned: 3720, taken: 4000 }],
      swaps: [{ swap: 0, from: 0, to: 1, taken: 300, isPause: false }],
      missed: [1],
      neverDone: [1],
      printed: [
        { band: 0, filament: 0, share: 1 },
        { band: 1, filament: 1, share: 1 },
        { band: 2, filament: 1, share: 1 },
      ],
      gone: [{ what: 'motors', after: 100 }],
      phase: 'finished',
      lastBand: 2,
      startedAt: START,
      endedAt: START + 12_000_000,
      isWhole: true,
    });
    // The end of the last band is seen, too.
    const whole = told([0, { kind: 'started', after: 1 }], [6000, { kind: 'finished' }]);
    expect(seenIn(PLAN, whole).bands).toEqual([{ band: 2, planned: 5430, taken: 6000 }]);
    expect(seenIn(PLAN, whole).isWhole).toBe(false);
  });

  it('is joined behind a swap as if it had been told all along', () => {
    const [, second] = swapOffsets(PLAN);
    const joined = follow(PLAN, told([0, { kind: 'started', after: 0 }]), START);
    expect(joined).toMatchObject({ phase: 'printing', band: 1 });
    expect(joined.upcoming.map(({ swap, at }) => [swap, minutes(at)])).toEqual([[1, 30]]);
    // What it prints from there on is seen whole, and teaches.
    const slow = told(
      [0, { kind: 'started', after: 0 }],
      [1800 * 1.5, { kind: 'stopped', how: 'planned' }],
    );
    expect(follow(PLAN, slow, START + second * 1000).factor).toBeCloseTo(3600 / 2700, 9);
    const wrong = follow(PLAN, told([0, { kind: 'started', after: 2 }]), START);
    expect(wrong.phase).toBe('ready');
    expect(wrong.passedOver[0].why).toBe('There is no swap 3.');
  });

  it('learns how slow the printer is from what was seen, and is the surer for it', () => {
    const slow = told(
      BEGUN,
      [(3600 + 120) * 1.2, { kind: 'stopped', how: 'planned' }],
      [4700, { kind: 'resumed' }],
    );
    const before = follow(PLAN, slow.slice(0, 1), START);
    const after = follow(PLAN, slow, START + 4_700_000);
    expect(after.factor).toBeCloseTo((3720 * 1.2 + 900) / (3720 + 900), 9);
    const [next] = after.upcoming;
    expect((next.at - START) / 1000).toBeCloseTo(4700 + 1800 * after.factor, 6);
    const share = (one: { at: number; spread: number }, from: number): number =>
      one.spread / ((one.at - from) / 1000);
    expect(share(next, START + 4_700_000)).toBeLessThan(share(before.upcoming[1], START));
    expect(learnedFactor(0, 0)).toBe(1);
    expect([learnedFactor(1e5, 1e6), learnedFactor(1e6, 1)]).toEqual([2, 0.5]);
  });

  it('goes on with what is late, and ends when it ends', () => {
    const waits = told(BEGUN, [3720, { kind: 'stopped', how: 'planned' }]);
    const long = follow(PLAN, waits, START + 20_000_000);
    expect(long).toMatchObject({ phase: 'at-swap', swap: 0 });
    expect(long.upcoming[0].at).toBe(START + 20_000_000 + 1_800_000);
  });

  it('takes a missed stop: the old filament goes on, and the swap may come late', () => {
    const missed = told(BEGUN, [3900, { kind: 'missed' }]);
    const state = follow(PLAN, missed, START + 4_000_000);
    expect(state).toMatchObject({ phase: 'printing', band: 1, missed: [0], layer: 12 });
    const late = [
      ...missed,
      ...told([4000, { kind: 'stopped', how: 'late' }]).map((one) => ({ ...one, id: 'late' })),
    ];
    expect(follow(PLAN, late, START + 4_100_000)).toMatchObject({
      phase: 'at-swap',
      swap: 0,
      isLate: true,
      layer: 12,
    });
    const on = [...late, { kind: 'resumed', id: 'on', at: START + 4_300_000 } as const];
    const after = follow(PLAN, on, START + 4_300_000);
    expect(after).toMatchObject({ phase: 'printing', band: 1, missed: [] });
    // What was printed of the band before it stood is behind it.
    expect(minutes(after.upcoming[0].at)).toBe(Math.round((4300 + 1800 - 280) / 60));
  });

  it('begins in the middle, where somebody joins late', () => {
    const joined = told([0, { kind: 'started', layer: 16 }]);
    const state = follow(PLAN, joined, START);
    expect(state).toMatchObject({ band: 1, layer: 16 });
    expect(minutes(state.upcoming[0].at)).toBe(15);
    const nowhere = told([0, { kind: 'started', layer: 99 }]);
    expect(follow(PLAN, nowhere, START).passedOver.map(({ why }) => why)).toEqual([
      'There is no layer 99.',
    ]);
  });

  it('says what does not fit, and keeps to what was told first', () => {
    const twice = told(
      BEGUN,
      [3700, { kind: 'stopped', how: 'planned' }],
      [3702, { kind: 'stopped', how: 'planned' }],
      [3900, { kind: 'resumed' }],
      [3901, { kind: 'resumed' }],
      [3902, { kind: 'started' }],
      [3903, { kind: 'stopped', how: 'late' }],
    );
    const state = follow(PLAN, twice, START + 3_910_000);
    expect(state).toMatchObject({ phase: 'printing', band: 1 });
    expect(state.passedOver.map(({ why }) => why)).toEqual([
      'It is already paused.',
      'It is already printing.',
      'The print has already started.',
      'No swap was missed.',
    ]);
  });

  it('never lets time run back when the clock does', () => {
    const events = told(
      BEGUN,
      [3720, { kind: 'stopped', how: 'planned' }],
      [100, { kind: 'resumed' }],
    );
    const state = follow(PLAN, events, START + 200_000);
    expect(state).toMatchObject({ phase: 'printing', band: 1, isClockBack: true });
    expect(state.upcoming[0].at).toBeGreaterThan(START + 3_720_000);
  });

  const event = fc.oneof(
    fc.record({
      kind: fc.constant('started' as const),
      layer: fc.option(fc.integer({ min: 1, max: 40 })),
    }),
    fc.record({
      kind: fc.constant('stopped' as const),
      how: fc.constantFrom('planned' as const, 'early' as const, 'late' as const),
    }),
    fc.record({
      kind: fc.constantFrom(
        'resumed' as const,
        'missed' as const,
        'finished' as const,
        'ended' as const,
      ),
    }),
    fc.record({
      kind: fc.constant('ticked' as const),
      step: fc.constantFrom('card', 'feed'),
      done: fc.boolean(),
    }),
    fc.record({ kind: fc.constant('failed' as const), what: fc.string() }),
  );
  const runs = fc.array(fc.tuple(fc.integer({ min: 0, max: 50_000 }), event), { maxLength: 25 });

  it('makes sense of any taps in any order, and one taken back was never there', () => {
    fc.assert(
      fc.property(runs, fc.integer({ min: 0, max: 90_000 }), (taps, seconds) => {
        const events = told([0, { kind: 'started' }], ...(taps as [number, Told][]));
        const now = START + seconds * 1000;
        const state = follow(PLAN, events, now);
        expect(state).toEqual(follow(PLAN, JSON.parse(JSON.stringify(events)), now));
        const ats = state.upcoming.map(({ at }) => at);
        expect(ats).toEqual([...ats].sort((a, b) => a - b));
        expect(ats.every(Number.isFinite)).toBe(true);
        if (state.end) expect(state.end.at).toBeGreaterThanOrEqual(ats.at(-1) ?? 0);
        expect(state.band).toBeLessThan(PLAN.bands.length);
        expect(state.upcoming.every(({ swap }) => swap >= state.band)).toBe(true);
        const last = lastEvent(events)!;
        const undone = [...events, { kind: 'undone', id: 'u', at: now, event: last.id } as const];
        const without = events.filter(({ id }) => id !== last.id);
        expect(follow(PLAN, undone, now)).toEqual(follow(PLAN, without, now));
        expect(parseEvents(undone)).toEqual({ ok: true, value: undone });
      }),
      { seed: 16, numRuns: 300 },
    );
  });

  it('tells the same times however often and when it is asked', () => {
    const [begun] = told(BEGUN);
    const at = (now: number): number => follow(PLAN, [begun], now).upcoming[1].at;
    const first = at(START);
    for (let hour = 0; hour <= 24; hour++) expect(at(START + hour * 3_600_000 + 7)).toBe(first);
  });

  it('refuses stored runs that cannot be read', () => {
    expect(parseRunPlan(PLAN)).toEqual({ ok: true, value: PLAN });
    expect(parseRunPlan({ ...PLAN, swaps: [] }).ok).toBe(false);
    expect(parseRunPlan({ ...PLAN, version: 2 }).ok).toBe(false);
    expect(parseRunPlan(null).ok).toBe(false);
    expect(parseEvents([{ id: 'a', at: 1, kind: 'exploded' }]).ok).toBe(false);
    expect(parseEvents([{ id: 'a', at: 'now', kind: 'started' }]).ok).toBe(false);
  });
});
