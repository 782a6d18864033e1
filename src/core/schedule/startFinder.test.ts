import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ORDINARY_PRESENCE, type Presence } from './presence';
import { absentSpans } from './presence';
import { bestStarts, goodStarts, nightWithin, type StartQuestion } from './startFinder';
import { collisionsOf, inTheWay, withWaiting } from './startTroubles';
import { twoRuns, twoRunsFrom } from './twoRuns';
import { runs } from '../../../tests/support/runs';

const MINUTE = 60_000;
const on = (day: number, hours: number, minutes = 0): Date =>
  new Date(2026, 3, day, hours, minutes);

const EVENING: StartQuestion = {
  needed: [
    { at: 3 * 3600, spread: 300, hands: 180 },
    { at: 6 * 3600, spread: 600, hands: 180 },
  ],
  total: 8 * 3600,
  presence: ORDINARY_PRESENCE,
  reach: 0,
  from: on(6, 18),
  until: on(9, 18),
  doneBy: null,
};

/** What a person with a calendar would find, minute by minute, without any of the code above. */
function isGood({ needed, presence, reach, total, doneBy }: StartQuestion, start: Date): boolean {
  const isAbsent = (ms: number): boolean => {
    const at = new Date(ms);
    const minutes =
      at.getHours() * 60 + at.getMinutes() + (at.getSeconds() + at.getMilliseconds() / 1000) / 60;
    const day = at.getDay() === 0 ? 7 : at.getDay();
    const yesterday = day === 1 ? 7 : day - 1;
    const inside = (from: string, to: string, days: readonly number[]): boolean => {
      const [a, b] = [from, to].map(
        (time) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3)),
      );
      if (a < b) return days.includes(day) && minutes >= a && minutes < b;
      return (
        a !== b &&
        ((days.includes(day) && minutes >= a) || (days.includes(yesterday) && minutes < b))
      );
    };
    const all = [1, 2, 3, 4, 5, 6, 7];
    const sleeps = presence.night !== null && inside(presence.night.from, presence.night.to, all);
    const named = (one: Date): string =>
      `${one.getFullYear()}-${String(one.getMonth() + 1).padStart(2, '0')}-${String(one.getDate()).padStart(2, '0')}`;
    const before = new Date(at);
    before.setDate(at.getDate() - 1);
    const dated = presence.dates.some(({ date, from, to }) => {
      const begins = named(at) === date ? [day] : [];
      return inside(from, to, [...begins, ...(named(before) === date ? [yesterday] : [])]);
    });
    return sleeps || dated || presence.away.some((one) => inside(one.from, one.to, one.days));
  };
  const s = start.getTime();
  if (isAbsent(s)) return false;
  if (doneBy && s + total * 1000 > doneBy.getTime()) return false;
  return needed.every(({ at, spread, hands }) => {
    const low = s + (at - spread - reach) * 1000;
    const high = s + (at + spread + hands) * 1000;
    for (let ms = low; ms < high; ms += 30_000) if (isAbsent(ms)) return false;
    return !isAbsent(high - 1);
  });
}

/** Does something by the clock of another place. */
function inZone(zone: string, look: () => void): void {
  const { TZ } = process.env;
  process.env.TZ = zone;
  try {
    look();
  } finally {
    if (TZ === undefined) delete process.env.TZ;
    else process.env.TZ = TZ;
  }
}

const hour = fc.integer({ min: 0, max: 23 });
const time = fc
  .tuple(hour, fc.constantFrom(0, 15, 30))
  .map(([h, m]) => `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`);
const hours = fc.record({ from: time, to: time });
const presences: fc.Arbitrary<Presence> = fc.record({
  night: fc.option(hours, { nil: null }),
  away: fc.array(fc.record({ from: time, to: time, days: fc.subarray([1, 2, 3, 4, 5, 6, 7]) }), {
    maxLength: 2,
  }),
  dates: fc.array(
    fc.record({ from: time, to: time, date: fc.constantFrom('2026-03-21', '2026-04-02') }),
    { maxLength: 1 },
  ),
});
const questions = fc
  .record({
    presence: presences,
    ats: fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 4 }),
    spread: fc.constantFrom(0, 60, 600),
    hands: fc.constantFrom(60, 180),
    reach: fc.constantFrom(0, 900),
    day: fc.integer({ min: 0, max: 27 }),
    doneIn: fc.option(fc.integer({ min: 1, max: 60 }), { nil: null }),
  })
  .map(({ presence, ats, spread, hands, reach, day, doneIn }): StartQuestion => {
    const needed = ats.sort((a, b) => a - b).map((half) => ({ at: half * 1800, spread, hands }));
    const from = new Date(2026, 2, 14 + day, 9);
    return {
      needed,
      total: 21 * 3600,
      presence,
      reach,
      from,
      until: new Date(2026, 2, 16 + day, 9),
      doneBy: doneIn === null ? null : new Date(from.getTime() + doneIn * 3600_000),
    };
  });

describe('finding a start', () => {
  it('shows all good starts of the coming days, and no other', () => {
    fc.assert(
      fc.property(questions, (question) => {
        const spans = goodStarts(question);
        for (let ms = question.from.getTime(); ms < question.until.getTime(); ms += 7 * MINUTE) {
          const at = new Date(ms);
          const isFound = spans.some(({ from, to }) => from <= at && at < to);
          expect([at.toString(), isFound]).toEqual([at.toString(), isGood(question, at)]);
          expect(collisionsOf(question, at).length === 0).toBe(isFound);
        }
      }),
      { seed: 15, numRuns: runs(60) },
    );
  });

  it('keeps to the clock on the wall when it changes', () => {
    inZone('CET', () => {
      for (const [month, day] of [
        [2, 28],
        [9, 24],
      ]) {
        const [from, until] = [new Date(2026, month, day), new Date(2026, month, day + 2)];
        expect(from.getTimezoneOffset()).not.toBe(until.getTimezoneOffset());
        const question = { ...EVENING, from, until };
        const spans = goodStarts(question);
        for (let ms = from.getTime(); ms < until.getTime(); ms += 3 * MINUTE) {
          const at = new Date(ms);
          const isFound = spans.some((span) => span.from <= at && at < span.to);
          expect([at.toString(), isFound]).toEqual([at.toString(), isGood(question, at)]);
        }
      }
    });
  });

  it('tells starts whose print runs through the night from those that do not', () => {
    fc.assert(
      fc.property(questions, (question) => {
        const short = { ...question, total: 9 * 3600 };
        const quiet = goodStarts({ ...short, isAwake: true });
        for (let ms = +short.from; ms < +short.until; ms += 11 * MINUTE) {
          const at = new Date(ms);
          const isQuiet = quiet.some(({ from, to }) => from <= at && at < to);
          let sleeps = false;
          const { night } = short.presence;
          for (let one = ms; night && one < ms + 9 * 3_600_000; one += MINUTE) {
            const alone = { presence: { night, away: [], dates: [] }, reach: 0, needed: [] };
            sleeps ||= !isGood({ ...short, ...alone, doneBy: null }, new Date(one));
          }
          expect([at.toString(), isQuiet]).toEqual([at.toString(), isGood(short, at) && !sleeps]);
          expect(nightWithin(short, at) !== null).toBe(sleeps);
        }
      }),
      { seed: 28, numRuns: runs(12) },
    );
  });

  it('sleeps from the jump on where the night begins in the hour that the clock skips', () => {
    inZone('CET', () => {
      const night = (from: string, to: string, month: number, day: number) =>
        absentSpans(
          { night: { from, to }, away: [], dates: [] },
          new Date(2026, month, day),
          new Date(2026, month, day, 12),
        )
          .filter(({ from: at }) => at.getDate() === day)
          .map((one) => [one.from.toISOString(), one.to.toISOString()]);
      // Set ahead from 02:00 to 03:00, which is 01:00 UTC.
      expect(night('02:30', '07:00', 2, 29)).toEqual([
        ['2026-03-29T01:00:00.000Z', '2026-03-29T05:00:00.000Z'],
      ]);
      expect(night('00:30', '02:30', 2, 29)).toEqual([
        ['2026-03-28T23:30:00.000Z', '2026-03-29T01:00:00.000Z'],
      ]);
      // Set back at 03:00: both hours count.
      expect(night('02:30', '07:00', 9, 25)).toEqual([
        ['2026-10-25T00:30:00.000Z', '2026-10-25T06:00:00.000Z'],
      ]);
      expect(night('00:30', '02:30', 9, 25)).toEqual([
        ['2026-10-24T22:30:00.000Z', '2026-10-25T01:30:00.000Z'],
      ]);
    });
  });

  it('gives up looking at each swap where there are hundreds', () => {
    const needed = Array.from({ length: 2000 }, (_, i) => ({ at: i * 60, spread: 0, hands: 30 }));
    const many = { ...EVENING, needed, total: 120_000 };
    expect([inTheWay(many), twoRuns(many), twoRunsFrom(many, many.from)]).toEqual([
      null,
      null,
      null,
    ]);
  });

  it('prefers room on both sides, and then what comes first', () => {
    const spans = goodStarts(EVENING);
    const [first] = bestStarts(spans, EVENING.from);
    expect(first.margin).toBe(3600);
    for (const { at, margin } of bestStarts(spans, EVENING.from)) {
      expect(isGood(EVENING, at)).toBe(true);
      expect(isGood(EVENING, new Date(at.getTime() + margin * 1000 - MINUTE))).toBe(true);
    }
    const narrow = bestStarts([{ from: on(7, 8), to: on(7, 8, 30) }], on(6, 0));
    expect(narrow).toEqual([{ at: on(7, 8, 15), margin: 900 }]);
  });

  it('tells which swap is in the way, and what waiting would cost', () => {
    const long: StartQuestion = {
      ...EVENING,
      needed: [
        { at: 3600, spread: 0, hands: 60 },
        { at: 17 * 3600, spread: 0, hands: 60 },
        { at: 18 * 3600, spread: 0, hands: 60 },
      ],
      presence: {
        night: { from: '22:00', to: '08:00' },
        away: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '08:00', to: '18:00' }],
        dates: [],
      },
    };
    expect(goodStarts(long)).toEqual([]);
    expect(inTheWay({ ...long, needed: long.needed.slice(0, 2) })).toBe(1);
    const run = withWaiting(long, on(6, 18));
    expect(run.tended.map(({ at }) => at)).toEqual([on(6, 19), on(7, 18), on(7, 19)]);
    expect(run.waited).toBe(7 * 3600);
    expect(run.end).toEqual(new Date(on(6, 18).getTime() + 15 * 3600_000));
  });

  it('has to be done by a time', () => {
    const until = goodStarts({ ...EVENING, doneBy: on(7, 16) }).at(-1)!.to;
    expect(until <= on(7, 8, 1)).toBe(true);
    expect(collisionsOf({ ...EVENING, doneBy: on(7, 1) }, on(6, 18)).at(-1)).toMatchObject({
      why: 'too-late',
      needed: 2,
    });
  });

  it('splits a print at a stop where somebody sees to it, and goes on when somebody is there', () => {
    let split = 0;
    fc.assert(
      fc.property(questions, (question) => {
        const found = twoRuns(question);
        if (found === null) return;
        split++;
        const { start, pause, stops, goesOn, end } = found;
        const { needed, total } = question;
        expect(+stops - +start).toBe(needed[pause].at * 1000);
        expect(goesOn >= stops).toBe(true);
        expect(+end - +goesOn).toBe((total - needed[pause].at) * 1000);
        const first = { ...question, needed: needed.slice(0, pause + 1), doneBy: null };
        expect(isGood(first, start)).toBe(true);
        const moved = needed.slice(pause).map((one, i) => ({
          ...one,
          at: one.at - needed[pause].at,
          // Hands are there already when it is taken up.
          spread: i === 0 ? 0 : one.spread,
        }));
        const reachless = { ...question, needed: moved.slice(0, 1), reach: 0, doneBy: null };
        expect(isGood(reachless, goesOn)).toBe(true);
        expect(isGood({ ...question, needed: moved.slice(1), doneBy: null }, goesOn)).toBe(true);
        if (question.doneBy) expect(end <= question.doneBy).toBe(true);
        expect(twoRunsFrom(question, start)).toEqual(found);
      }),
      { seed: 16, numRuns: 200 },
    );
    expect(split).toBeGreaterThan(20);
  });

  it('pauses over the night, and not at a stop in it', () => {
    const narrow: StartQuestion = {
      ...EVENING,
      needed: [1800, 2700].map((at) => ({ at, spread: 60, hands: 180 })),
      total: 3300,
      presence: {
        night: { from: '22:35', to: '07:00' },
        away: [{ from: '07:25', to: '22:00', days: [1, 2, 3, 4, 5, 6, 7] }],
        dates: [],
      },
    };
    expect(goodStarts(narrow)).toEqual([]);
    expect(twoRuns(narrow)).toEqual({
      start: on(6, 22, 1),
      pause: 0,
      stops: on(6, 22, 31),
      goesOn: on(7, 7),
      end: on(7, 7, 25),
    });
    expect(twoRuns({ ...narrow, doneBy: on(7, 7) })).toBeNull();
  });
});
