import { describe, expect, it, vi } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import { asPlanned } from '@/core/run/following/follow';
import { fileStem } from './along/fileStem';
import { jumpToTell, openJump } from './live/useClockJump';
import { stateWords } from './stateWords';
import { clockOf } from './words';

vi.mock('@/browser/clockForm', () => ({ clockForm: () => '24' }));

const on = (month: number, day: number, hours: number, minutes = 0): number =>
  new Date(2026, month, day, hours, minutes).getTime();

describe('times at the printer', () => {
  it('name the day within a week, and the date beyond', () => {
    const now = on(3, 6, 18);
    expect(clockOf(on(3, 6, 19), now)).toBe('19:00');
    expect(clockOf(on(3, 7, 9), now)).toBe('Tue 09:00');
    expect(clockOf(on(3, 12, 9), now)).toBe('Sun 09:00');
    expect(clockOf(on(3, 13, 9), now)).toBe('13 Apr 09:00');
    expect(clockOf(on(2, 29, 9), now)).toBe('29 Mar 09:00');
  });

  it('say which of two hours is meant', () => {
    const { TZ } = process.env;
    process.env.TZ = 'CET';
    try {
      const first = Date.UTC(2026, 9, 25, 0, 30);
      expect(clockOf(first, first)).toBe('02:30 (first time)');
      expect(clockOf(first + 3_600_000, first)).toBe('02:30 (second time)');
      expect(clockOf(first + 7_200_000, first)).toBe('03:30');
    } finally {
      if (TZ === undefined) delete process.env.TZ;
      else process.env.TZ = TZ;
    }
  });
});

describe('the state of a run in words', () => {
  it('does not change with the clock alone', () => {
    const plan = runPlan([3600, 1800]);
    const start = on(3, 6, 18);
    const words = stateWords(plan, asPlanned(plan, start));
    expect(words).toBe('It prints A Peat black. Next: swap 1 of 1, B Reed green.');
  });
});

describe('the name of a file', () => {
  it('keeps letters of every script, and is never empty', () => {
    expect(['Hide plate 7', 'Тростник: 7/8', '葦の板', '…'].map(fileStem)).toEqual([
      'hide-plate-7',
      'тростник-7-8',
      '葦の板',
      'print',
    ]);
  });
});

describe('a clock that jumps', () => {
  const start = on(3, 6, 18);
  const begun = { kind: 'started', id: 'a', at: start } as const;
  const told = (events: Parameters<typeof jumpToTell>[0], by: number, now: number) => {
    const jump = jumpToTell(events, by, now)!;
    return { ...jump, id: `j${now}`, at: now } as const;
  };

  it('is told once by two pages, and added up when it jumps again', () => {
    const by = 3 * 3_600_000;
    const first = told([begun], by, start + by);
    expect(first).toMatchObject({ behind: 'a', how: 'unsure', by });
    expect(jumpToTell([begun, first], by + 800, start + by + 900)).toBeNull();
    const back = told([begun, first], -by, start + 120_000);
    expect(back).toMatchObject({ behind: 'a', by: 0 });
    // What was answered stands; the next jump comes behind it.
    const set = { ...first, how: 'set', id: 's' } as const;
    expect(told([begun, first, set], -by, start + by + 9000)).toMatchObject({
      behind: 's',
      by: -by,
    });
    expect(openJump([begun, first])).toEqual(first);
    expect(openJump([begun, first, { ...first, how: 'set', id: 's' }])).toBeNull();
    expect(jumpToTell([], by, start)).toMatchObject({ behind: null });
  });
});
