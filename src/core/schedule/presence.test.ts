import { addMinutes } from 'date-fns';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { absenceAt, absentSpans, ORDINARY_PRESENCE, type Presence } from './presence';

/** Sunday the 5th of April 2026. */
const on = (day: number, hours: number, minutes = 0): Date =>
  new Date(2026, 3, day, hours, minutes);
const WORKING: Presence = {
  night: { from: '23:00', to: '07:00' },
  away: [{ days: [1, 2, 3, 4, 5], from: '08:30', to: '17:00' }],
  dates: [{ date: '2026-04-11', from: '19:00', to: '01:00' }],
};

describe('presence', () => {
  it.each([
    [on(5, 22, 59), null],
    [on(5, 23, 0), 'night'],
    [on(6, 3, 0), 'night'],
    [on(6, 7, 0), null],
    [on(6, 8, 30), 'away'],
    [on(6, 17, 0), null],
    // Saturday.
    [on(11, 10, 0), null],
    [on(11, 20, 0), 'away'],
    [on(12, 0, 30), 'away'],
    [on(12, 20, 0), null],
  ] as const)('at %s is %s', (at, why) => {
    expect(absenceAt(WORKING, at)).toBe(why);
  });

  it('knows people who never sleep, and hours past midnight', () => {
    const late: Presence = {
      night: null,
      away: [{ days: [5], from: '20:00', to: '01:30' }],
      dates: [],
    };
    expect(absenceAt(late, on(4, 1, 0))).toBe('away');
    expect(absenceAt(late, on(5, 1, 0))).toBeNull();
    expect(absenceAt({ night: null, away: [], dates: [] }, on(5, 3, 0))).toBeNull();
    const nothing = { from: '09:00', to: '09:00' };
    expect(absentSpans({ night: nothing, away: [], dates: [] }, on(5, 0), on(7, 0))).toEqual([]);
  });

  it('names every stretch that touches a time once, in order', () => {
    const spans = absentSpans(WORKING, on(5, 20), on(7, 6));
    expect(spans.map(({ why, from }) => [why, from.getDate()])).toEqual([
      ['night', 5],
      ['away', 6],
      ['night', 6],
    ]);
  });

  it('says the same for a moment as for a stretch', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 14 * 24 * 60 }), (minutes) => {
        const at = addMinutes(on(1, 0), minutes);
        const around = absentSpans(WORKING, addMinutes(at, -600), addMinutes(at, 600));
        const holds = around.find(({ from, to }) => from <= at && at < to);
        expect(absenceAt(WORKING, at)).toBe(holds?.why ?? null);
      }),
      { seed: 71 },
    );
  });

  it('starts with an ordinary night', () => {
    expect(absenceAt(ORDINARY_PRESENCE, on(6, 12))).toBeNull();
    expect(absenceAt(ORDINARY_PRESENCE, on(6, 2))).toBe('night');
  });
});
