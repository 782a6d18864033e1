import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../../tests/support/runPlans';
import { BEGUN, minutes, START, stateOf, told } from '../../../../tests/support/toldRuns';
import type { RunEvent } from './events';
import { asPlanned, follow, seenIn } from './follow';
import { parseRunPlan } from '../runPlan';

const PLAN = runPlan([3600, 1800, 5400]);

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
      // A tap between the jump and the answer is recorded by the new clock, wherever the answer stands.
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
