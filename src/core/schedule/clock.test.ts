import { describe, expect, it } from 'vitest';
import { clockChangeAt, clockFormOf, clockTime, doubledHour, type ZoneOffset } from './clock';

/** A made-up zone: one hour ahead, two hours from 29 March 01:00 UTC to 25 October 01:00 UTC. */
const zone: ZoneOffset = (at) => {
  const isSummer =
    at.getTime() >= Date.UTC(2026, 2, 29, 1) && at.getTime() < Date.UTC(2026, 9, 25, 1);
  return isSummer ? 120 : 60;
};

describe('a clock that changes', () => {
  it.each([
    ['2026-03-29T01:59', null],
    ['2026-03-29T02:00', 'skipped'],
    ['2026-03-29T02:59', 'skipped'],
    ['2026-03-29T03:00', null],
    ['2026-10-25T01:59', null],
    ['2026-10-25T02:00', 'twice'],
    ['2026-10-25T02:59', 'twice'],
    ['2026-10-25T03:00', null],
    ['2026-07-01T02:30', null],
    ['no time', null],
  ])('at %s: %s', (local, change) => {
    expect(clockChangeAt(local, zone)).toBe(change);
  });

  it('says which of two hours is meant that the clock shows twice', () => {
    const at = (utcHours: number, minutes: number, day = 25, month = 9) =>
      doubledHour(new Date(Date.UTC(2026, month, day, utcHours, minutes)), zone);
    // From 02:00 to 03:00 by the clock: the first time from midnight UTC on, the second time an hour later.
    expect([at(0, 0), at(0, 59), at(1, 0), at(1, 59)]).toEqual([
      'first',
      'first',
      'second',
      'second',
    ]);
    expect([at(23, 59, 24), at(2, 0), at(12, 0), at(0, 30, 29, 2), at(1, 30, 29, 2)]).toEqual(
      Array.from({ length: 5 }, () => null),
    );
    const half: ZoneOffset = (one) => (one.getTime() < Date.UTC(2026, 3, 4, 15) ? 660 : 630);
    expect(doubledHour(new Date(Date.UTC(2026, 3, 4, 14, 45)), half)).toBe('first');
    expect(doubledHour(new Date(Date.UTC(2026, 3, 4, 14, 15)), half)).toBeNull();
  });

  it('knows zones behind UTC and steps of half an hour', () => {
    const behind: ZoneOffset = (at) => (at.getTime() < Date.UTC(2026, 3, 5, 15) ? -600 : -630);
    expect(clockChangeAt('2026-04-05T04:45', behind)).toBe('twice');
    expect(clockChangeAt('2026-04-05T05:15', behind)).toBeNull();
  });
});

describe('a clock time', () => {
  const at = new Date(2026, 3, 5, 18, 42);

  it('is written as the person does', () => {
    expect(clockTime(at, '24')).toBe('18:42');
    expect(clockTime(at, '12')).toBe('6:42 PM');
    expect([clockFormOf('en-US'), clockFormOf('de')]).toEqual(['12', '24']);
  });
});
