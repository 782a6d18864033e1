import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import { inTheNozzle } from '../../../tests/support/nozzleNotebook';
import { lastEvent, mergedEvents, parseEvents, type RunEvent } from './events';
import { asPlanned, follow, seenIn } from './follow';
import { learnedFactor } from './runTimes';
import { stepsOf } from './checklist';
import { isOn } from './runState';
import { tapDoubt } from './tapDoubt';
import { isUnderWay } from './underWay';
import { parseRunPlan, plannedTotal, swapOffsets } from './runPlan';

const PLAN = runPlan([3600, 1800, 5400]);
const START = Date.UTC(2026, 3, 5, 16);
type Told = RunEvent extends infer E ? (E extends RunEvent ? Omit<E, 'id' | 'at'> : never) : never;

/** Events at so many seconds from the start. */
function told(...all: readonly (readonly [number, Told])[]): RunEvent[] {
  return all.map(
    ([at, event], i) => ({ ...event, id: `e${i}`, at: START + at * 1000 }) as RunEvent,
  );
}
const BEGUN: readonly [number, Told] = [0, { kind: 'started' }];
const minutes = (ms: number): number => Math.round((ms - START) / 60_000);

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
      'It stands already.',
      'It prints already.',
      'It runs already.',
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

const stateOf = (
  plan: typeof PLAN,
  seconds: number,
  ...all: readonly (readonly [number, Told])[]
): ReturnType<typeof follow> => follow(plan, told(BEGUN, ...all), START + seconds * 1000);

describe('what is in the nozzle', () => {
  const FOUR = runPlan([3600, 1800, 1800, 1800]);
  const lettersAt = (plan: typeof PLAN, state: ReturnType<typeof follow>): [string, string] => [
    plan.bands[state.loaded].filament.letter,
    plan.bands[state.band].filament.letter,
  ];

  it('is the first colour still when the first of three swaps was missed and the second is taken', () => {
    const missed = [3800, { kind: 'missed' }] as const;
    const stopped = [5700, { kind: 'stopped', how: 'planned' }] as const;
    const standing = stateOf(FOUR, 5800, missed, stopped);
    expect(standing).toMatchObject({ phase: 'at-swap', swap: 1, loaded: 0, target: 2 });
    const texts = stepsOf(FOUR, { swap: 1, loaded: 0, target: 2 }).map(({ text }) => text);
    expect(texts.find((text) => text.startsWith('Unload'))).toContain('A Peat black');
    expect(texts.join(' ')).not.toContain('Reed green');
    const on = stateOf(FOUR, 6000, missed, stopped, [5900, { kind: 'resumed' }]);
    // Nothing prints instead of anything any more, though the swap was never made up for.
    expect(on).toMatchObject({ phase: 'printing', isWrong: false, missed: [0] });
    expect(lettersAt(FOUR, on)).toEqual(['C', 'C']);
  });

  it('is right again when several were missed and one late swap makes up for them', () => {
    const both = [
      [3800, { kind: 'missed' }],
      [5600, { kind: 'missed' }],
    ] as const;
    const before = stateOf(FOUR, 5700, ...both);
    expect(before).toMatchObject({ isWrong: true, missed: [0, 1] });
    expect(lettersAt(FOUR, before)).toEqual(['A', 'C']);
    const after = stateOf(
      FOUR,
      6200,
      ...both,
      [5900, { kind: 'stopped', how: 'late' }],
      [6100, { kind: 'resumed' }],
    );
    expect(after).toMatchObject({ isWrong: false, missed: [0] });
    expect(lettersAt(FOUR, after)).toEqual(['C', 'C']);
  });

  it('is there already where a missed swap brings the plan back to it', () => {
    const back = {
      ...FOUR,
      bands: FOUR.bands.map((one, i) =>
        i === 2 ? { ...one, filament: FOUR.bands[0].filament } : one,
      ),
    };
    const steps = stepsOf(back, { swap: 1, loaded: 0, target: 2 });
    expect(steps.map(({ id }) => id)).toEqual(['ready', 'resume', 'watch']);
    expect(steps[0].text).toMatch(/in the nozzle already/);
  });

  it('is another one when that is told, at a swap or while it prints', () => {
    const standing = [3720, { kind: 'stopped', how: 'planned' }] as const;
    const other = [3800, { kind: 'loaded', letter: 'C' }] as const;
    expect(stateOf(FOUR, 3900, standing, other)).toMatchObject({ loaded: 0, target: 2 });
    const on = stateOf(FOUR, 4000, standing, other, [3950, { kind: 'resumed' }]);
    expect(lettersAt(FOUR, on)).toEqual(['C', 'B']);
    expect(on.isWrong).toBe(true);
    const put = stateOf(
      FOUR,
      4100,
      standing,
      other,
      [3950, { kind: 'resumed' }],
      [4050, { kind: 'loaded', letter: 'B' }],
    );
    expect(put.isWrong).toBe(false);
    const nowhere = stateOf(FOUR, 100, [50, { kind: 'loaded', letter: 'Q' }]);
    expect(nowhere.passedOver[0].why).toBe('The plan has no filament Q.');
  });

  it('is counted to what each filament has printed', () => {
    const late = told(
      BEGUN,
      [3720, { kind: 'missed' }],
      [3720 + 450, { kind: 'stopped', how: 'late' }],
      [4400, { kind: 'resumed' }],
    );
    // A quarter of the second band has come out in the first colour.
    expect(seenIn(FOUR, late).printed).toEqual([
      { band: 0, filament: 0, share: 1 },
      { band: 1, filament: 0, share: 0.25 },
      { band: 1, filament: 1, share: 0.75 },
    ]);
    const early = told(
      BEGUN,
      [120 + 2700, { kind: 'stopped', how: 'early' }],
      [3000, { kind: 'resumed' }],
    );
    const { printed } = seenIn(FOUR, early);
    expect(printed.map(({ band, filament }) => [band, filament])).toEqual([
      [0, 0],
      [0, 1],
      [1, 1],
    ]);
    expect(printed[0].share).toBeCloseTo(2820 / 3720, 9);
    for (const band of [0, 1]) {
      const whole = printed.reduce((sum, one) => sum + (one.band === band ? one.share : 0), 0);
      expect(whole).toBeCloseTo(1, 9);
    }
  });

  const tap = fc.oneof(
    fc.record({
      kind: fc.constant('stopped' as const),
      how: fc.constantFrom('planned' as const, 'early' as const, 'late' as const),
    }),
    fc.record({
      kind: fc.constantFrom(
        'resumed' as const,
        'resumed' as const,
        'missed' as const,
        'paused' as const,
      ),
    }),
    fc.record({
      kind: fc.constant('loaded' as const),
      letter: fc.constantFrom('A', 'B', 'C', 'Q'),
    }),
    fc.record({ kind: fc.constant('started' as const), layer: fc.integer({ min: 1, max: 50 }) }),
  );

  it('is what the last swap that was told to be done has put in, after any taps', () => {
    let swaps = 0;
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 60, max: 9000 }), tap), {
          minLength: 8,
          maxLength: 20,
        }),
        fc.option(fc.integer({ min: 1, max: 40 })),
        (taps, layer) => {
          let at = 0;
          const events = told(
            [0, { kind: 'started', layer, after: (layer ?? 0) > 35 ? 5 : null }],
            ...taps.map(([after, one]) => [(at += after), one as Told] as const),
          );
          const state = follow(FOUR, events, START + 1e9);
          const { letter } = FOUR.bands[state.loaded].filament;
          const noted = inTheNozzle(FOUR, events);
          expect(state.phase === 'ready').toBe(noted === null);
          expect(letter).toBe(noted ?? 'A');
          expect(state.isWrong).toBe(letter !== FOUR.bands[state.band].filament.letter);
          expect(isUnderWay(FOUR, events)).toBe(isOn(state));
          swaps += seenIn(FOUR, events).swaps.length;
        },
      ),
      { seed: 28, numRuns: 2000 },
    );
    expect(swaps).toBeGreaterThan(1000);
  });
});

describe('a pause', () => {
  it('of hours says nothing of hands', () => {
    const slept = [
      [3720, { kind: 'stopped', how: 'planned' }],
      [3720 + 5 * 3600, { kind: 'resumed' }],
    ] as const;
    const state = stateOf(PLAN, 30_000, ...slept);
    const { machine, hands } = PLAN.swaps[1];
    const swap = (state.end!.at - state.upcoming[0].at) / 1000 - 5430;
    expect(swap).toBeCloseTo(machine + hands, 6);
    expect(seenIn(PLAN, told(BEGUN, ...slept)).swaps[0]).toMatchObject({ isPause: true });
    // A slow swap is one all the same.
    const slow = stateOf(PLAN, 30_000, slept[0], [3720 + 600, { kind: 'resumed' }]);
    expect((slow.end!.at - slow.upcoming[0].at) / 1000 - 5430).toBeCloseTo(
      (machine + hands + 600) / 2,
      6,
    );
  });

  it('that is planned moves all that comes behind it, and nothing before', () => {
    const until = START + 14 * 3_600_000;
    const split = { ...PLAN, stand: { swap: 0, until } };
    const state = asPlanned(split, START);
    const { machine, hands } = PLAN.swaps[0];
    expect(minutes(state.upcoming[0].at)).toBe(62);
    expect((state.upcoming[1].at - until) / 1000).toBeCloseTo(machine + hands + 1800, 6);
    // Somebody comes later than planned: it is not waited for twice.
    const standing = [3720, { kind: 'stopped', how: 'planned' }] as const;
    const early = stateOf(split, 4000, standing);
    expect(early.upcoming[0].at).toBe(state.upcoming[1].at);
    const done = [
      ...told(BEGUN, standing),
      { kind: 'resumed', id: 'on', at: until + 600_000 } as const,
    ];
    const on = follow(split, done, until + 600_000);
    expect(on.upcoming[0].at).toBe(until + 600_000 + 1_800_000);
    expect((on.end!.at - on.upcoming[0].at) / 1000 - 5430).toBeCloseTo(machine + hands, 6);
    expect(parseRunPlan(split)).toEqual({ ok: true, value: split });
    expect(parseRunPlan({ ...split, stand: { swap: 7, until } }).ok).toBe(false);
  });

  it('without a swap goes on with the same filament, and teaches nothing', () => {
    const paused = stateOf(PLAN, 2000, [1000, { kind: 'paused' }]);
    expect(paused).toMatchObject({ phase: 'paused', swap: null, loaded: 0, band: 0 });
    expect((paused.upcoming[0].at - START) / 1000).toBeCloseTo(2000 + 2720, 6);
    const on = stateOf(PLAN, 3000, [1000, { kind: 'paused' }], [2500, { kind: 'resumed' }]);
    expect((on.upcoming[0].at - START) / 1000).toBeCloseTo(2500 + 2720, 6);
    const events = told(
      BEGUN,
      [1000, { kind: 'paused' }],
      [2500, { kind: 'resumed' }],
      [5300, { kind: 'stopped', how: 'planned' }],
    );
    expect(seenIn(PLAN, events).bands).toEqual([]);
    // From a pause somebody may swap after all.
    const swapped = stateOf(
      PLAN,
      3000,
      [1000, { kind: 'paused' }],
      [1100, { kind: 'stopped', how: 'early' }],
    );
    expect(swapped).toMatchObject({ phase: 'at-swap', swap: 0 });
  });
});

describe('a clock that jumps', () => {
  const HOUR = 3_600_000;
  const jump = (
    how: 'set' | 'passed' | 'unsure',
    by: number,
    behind: string | null,
    at: number,
  ): RunEvent => ({
    kind: 'clock',
    id: `jump-${how}`,
    how,
    by,
    behind,
    at,
  });

  it('takes the times along when it was set, on or back', () => {
    for (const by of [3 * HOUR, -3 * HOUR]) {
      const before = told(BEGUN);
      const planned = follow(PLAN, before, START).upcoming[0].at;
      const now = START + 1_800_000 + by;
      const set = follow(PLAN, [...before, jump('set', by, 'e0', now)], now);
      expect(set.upcoming[0].at).toBe(planned + by);
      expect(set.startedAt).toBe(START + by);
      expect(set.isClockBack).toBe(false);
      // A tap between the jump and the answer is told by the new clock, wherever the answer stands.
      const stop: RunEvent = { kind: 'stopped', id: 's', how: 'planned', at: planned + by };
      const tapped = follow(PLAN, [...before, stop, jump('set', by, 'e0', now)], planned + by);
      expect(tapped).toMatchObject({ phase: 'at-swap', since: planned + by, factor: 1 });
    }
  });

  it('moves nothing when time passed, and teaches nothing either way', () => {
    const before = told(BEGUN);
    const stop: RunEvent = { kind: 'stopped', id: 's', how: 'planned', at: START + 4 * HOUR };
    for (const how of ['passed', 'unsure', 'set'] as const) {
      const events = [...before, jump(how, 2 * HOUR, 'e0', START + 2.5 * HOUR), stop];
      expect(seenIn(PLAN, events).bands).toEqual([]);
      expect(follow(PLAN, events, stop.at).factor).toBe(1);
    }
    const passed = follow(
      PLAN,
      [...before, jump('passed', 2 * HOUR, 'e0', START + 2.5 * HOUR)],
      START,
    );
    expect(passed.upcoming[0].at).toBe(follow(PLAN, before, START).upcoming[0].at);
    // The last answer counts.
    const both = [...before, jump('unsure', HOUR, 'e0', START), jump('set', HOUR, 'e0', START)];
    expect(follow(PLAN, both, START).startedAt).toBe(START + HOUR);
  });

  it('may be set on and back again with no tap between', () => {
    const on = jump('set', 3 * HOUR, 'e0', START + 3 * HOUR);
    const back = { ...jump('set', -3 * HOUR, on.id, START), id: 'back' };
    const state = follow(PLAN, [...told(BEGUN), on, back], START + 60_000);
    expect(state).toMatchObject({ startedAt: START, isClockBack: false });
    expect(state.upcoming).toEqual(follow(PLAN, told(BEGUN), START).upcoming);
  });

  it('holds over a tap that was taken back', () => {
    const back: RunEvent = { kind: 'undone', id: 'u', at: START + 5 * HOUR, event: 'e1' };
    const events = [
      ...told(BEGUN, [60, { kind: 'paused' }]),
      jump('set', 3 * HOUR, 'e1', START + 4 * HOUR),
      back,
    ];
    expect(follow(PLAN, events, START + 5 * HOUR).startedAt).toBe(START + 3 * HOUR);
  });
});

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
      Array.from({ length: 2 }, () => 'It has only just gone on.'),
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
