import { deflateSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import { calendarFile } from '../schedule/calendar';
import { GUIDE_PAGES } from '../guide/pages';
import { plainText, strictCalendar } from '../../../tests/support/oracles/strictCalendar';
import { callsOf } from './calls';
import { commonSteps, purgeAt, stepsOf, waitTimers } from './checklist';
import type { RunEvent } from './following/events';
import { asPlanned, follow } from './following/follow';
import { MOST_LINK_LETTERS, packedIn, packRun, unpackRun, type HandedRun } from './handOver';
import { practiceFile, PRACTICE_STOP } from './practice';
import { runCalendar } from './runCalendar';
import { plannedTotal, swapOffsets } from './runPlan';
import { bandSeenAt } from './runPicture';
import { StandIn } from './standIn';
import { longestAlone, neededTimes } from './startQuestion';
import { TROUBLES } from './troubles';

const PLAN = runPlan([3600, 1800, 5400]);
const FIRST = { swap: 0, loaded: 0, target: 1 };
const START = Date.UTC(2026, 3, 5, 16);
const BEGUN: RunEvent = { kind: 'started', id: 'a', at: START };

describe('what hands do at a swap', () => {
  const ids = (more: Parameters<typeof runPlan>[1] = {}): string[] =>
    stepsOf(runPlan([60, 60], more), FIRST).map(({ id }) => id);

  it('follows the printer and the way it stops', () => {
    expect(ids()).not.toContain('tip');
    const { printer } = PLAN;
    expect(ids({ printer: { ...printer, runoutSensor: true, brush: true } })).toEqual(
      expect.arrayContaining(['tip', 'brush']),
    );
    expect(ids({ stop: 'tones' })[1]).toBe('pause');
    expect(ids({ stop: 'files' })[1]).toBe('waits');
    const tube = stepsOf(
      runPlan([60, 60], { printer: { ...printer, feed: 'tube', unloadMm: 400 } }),
      FIRST,
    );
    expect(tube.find(({ id }) => id === 'unload')!.text).toContain('400 mm through the tube');
    expect(stepsOf(PLAN, { swap: 1, loaded: 1, target: 2 })[0].text).toContain('C Bone white');
  });

  it('takes the strand away before it goes on, and says what burns', () => {
    const order = ids();
    expect(order.indexOf('strand')).toBeLessThan(order.indexOf('resume'));
    expect(order.at(-1)).toBe('watch');
    expect(stepsOf(PLAN, FIRST).filter(({ caution }) => caution).length).toBeGreaterThan(3);
  });

  it('purges as much as the swaps want that were missed', () => {
    const swaps = PLAN.swaps.map((one, i) => ({ ...one, purgeMm: [140, 60][i] }));
    expect(purgeAt({ swaps }, { swap: 1, loaded: 1 })).toBe(60);
    expect(purgeAt({ swaps }, { swap: 1, loaded: 0 })).toBe(140);
  });

  it('speaks of no filament by name where it speaks of all swaps, and survives one without a name', () => {
    const { bands } = PLAN;
    const nameless = {
      ...PLAN,
      bands: bands.map((one) => ({ ...one, filament: { ...one.filament, name: '' } })),
    };
    for (const { text } of commonSteps(nameless)) expect(text).not.toMatch(/undefined|Peat|\bA\b/);
    expect(stepsOf(nameless, FIRST).find(({ id }) => id === 'purge')!.text).toContain(
      'no trace of A is left',
    );
  });

  it('raises an alarm for what an ordinary swap does not run into, and only for that', () => {
    const { printer } = PLAN;
    const of = (motorsLetGo: number | null, swap: number | null) =>
      waitTimers({ ...PLAN, printer: { ...printer, motorsLetGo } }, 1000, swap).map(
        ({ id, at, isAlarm }) => [id, at, isAlarm],
      );
    // The swaps of this plan take three minutes and a half.
    expect(of(120, 0)).toEqual([
      ['motors', 121_000, false],
      ['nozzle', 601_000, true],
    ]);
    expect(of(240, 0)[0]).toEqual(['motors', 241_000, true]);
    expect(of(120, null)[0]).toEqual(['motors', 121_000, true]);
    expect(of(null, 0).map(([id]) => id)).toEqual(['nozzle']);
  });

  it('has an answer to every trouble, with a page of the guide that there is', () => {
    const pages = new Set<string>(GUIDE_PAGES.map(({ id }) => id));
    for (const { steps, page } of TROUBLES) {
      expect(steps.length).toBeGreaterThan(2);
      expect(pages.has(page)).toBe(true);
    }
  });
});

describe('being called', () => {
  const minutesOf = (state: ReturnType<typeof follow>, from: number) =>
    callsOf(PLAN, state).map(({ at, tones }) => [(at - from) / 60_000, tones]);

  it('comes ten and two minutes before, when it is due, and each minute for a while', () => {
    const state = asPlanned(PLAN, START);
    expect(minutesOf(state, state.upcoming[0].at)).toEqual([
      [-10, 2],
      [-2, 2],
      ...[0, 1, 2, 3, 4, 5].map((one) => [one, 4]),
    ]);
    const all = callsOf(PLAN, state);
    expect(new Set(all.map(({ due, title }) => `${title} ${due}`))).toEqual(
      new Set([`Swap 1: B Reed green ${state.upcoming[0].at}`]),
    );
    const ids = all.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('comes while it waits, when nozzle or motors go, and at the end', () => {
    const stop: RunEvent = { kind: 'stopped', id: 's', how: 'planned', at: START + 3_720_000 };
    const waiting = follow(PLAN, [BEGUN, stop], stop.at);
    // The motors of this printer go before any swap is done: that is recorded, and nobody is called.
    expect(minutesOf(waiting, stop.at)).toEqual([[10, 4]]);
    const held = { ...PLAN, printer: { ...PLAN.printer, motorsLetGo: 300 } };
    expect(callsOf(held, waiting).map(({ title }) => title)).toEqual([
      'The motors switch off',
      'The nozzle cools',
    ]);
    const until = stop.at + 8 * 3_600_000;
    const stands = callsOf({ ...PLAN, stand: { swap: 0, until } }, waiting);
    expect(stands.at(-1)).toMatchObject({ at: until, title: 'Time to resume: load B Reed green' });
    const last = follow(PLAN, [{ ...BEGUN, after: 1 } as RunEvent], START);
    expect(callsOf(PLAN, last).map(({ at, title }) => [at, title])).toEqual([
      [last.end!.at, 'The print should be done'],
    ]);
    const over = follow(PLAN, [BEGUN, { kind: 'ended', id: 'e', at: START + 1 }], START + 2);
    expect(callsOf(PLAN, over)).toEqual([]);
  });
});

describe('a run for calendars and other devices', () => {
  const run = (more: Partial<Parameters<typeof runCalendar>[0]> = {}) => ({
    id: 'run-1',
    runPlan: PLAN,
    events: [],
    startAt: null,
    ...more,
  });
  const fileOf = (...given: Parameters<typeof runCalendar>): string => {
    const made = calendarFile(runCalendar(...given));
    if (!made.ok) throw new Error(made.refusal.message);
    return made.value;
  };

  it('has an entry for the start, each swap and the end, in the time of every clock', () => {
    const start = Date.UTC(2026, 2, 29, 0, 30);
    const entries = runCalendar(run({ startAt: start }), start - 3_600_000);
    expect(entries.map(({ title }) => title)).toEqual([
      'Start Hide plate 7',
      'Swap 1 of 2: B Reed green',
      'Swap 2 of 2: C Bone white',
      'Hide plate 7 is done',
    ]);
    const events = strictCalendar(fileOf(run({ startAt: start }), start - 3_600_000));
    // Over a change of the clock the moments stay the same.
    expect(events.map(({ properties }) => properties.get('DTSTART')!.slice(0, 13))).toEqual(
      entries.map(({ from }) => from.toISOString().replace(/[-:]/g, '').slice(0, 13)),
    );
    expect(events.map(({ alarms }) => alarms.map((one) => one.get('TRIGGER')))).toEqual([
      ['-PT10M'],
      ['-PT10M', '-PT2M'],
      ['-PT10M', '-PT2M'],
      ['PT0M'],
    ]);
  });

  it('belongs to the run that prints: late, joined at a layer, behind a swap, with a pause', () => {
    const told = (...events: RunEvent[]) => runCalendar(run({ startAt: START, events }), START);
    const late = told({ ...BEGUN, at: START + 4_980_000 });
    expect(late.map(({ id }) => id)).toEqual(['run-1-1', 'run-1-2', 'run-1-end']);
    expect(+late[0].from).toBe(START + 4_980_000 + 3_720_000);
    const joined = told({ ...BEGUN, layer: 16 } as RunEvent);
    expect(joined.map(({ id }) => id)).toEqual(['run-1-2', 'run-1-end']);
    expect(+joined[0].from).toBe(START + 900_000);
    expect(joined[0].text).toContain('hide-plate-7-2.gcode');
    // A start that was chosen and is past is none: it would all be told too early.
    const [passed] = runCalendar(run({ startAt: START }), START + 4_980_000);
    expect(+passed.from).toBe(START + 4_980_000);
    const until = START + 12 * 3_600_000;
    const split = runCalendar(
      run({ runPlan: { ...PLAN, stand: { swap: 0, until } }, startAt: START }),
      START,
    );
    const on = split.find(({ id }) => id === 'run-1-stand')!;
    expect([+on.from, on.title]).toEqual([until, 'Resume Hide plate 7: B Reed green']);
    expect(+split.find(({ id }) => id === 'run-1-2')!.from).toBeGreaterThan(until);
    // What moved has a higher number, so that a calendar takes it.
    expect(
      strictCalendar(fileOf(run({ events: [BEGUN] }), START))[0].properties.get('SEQUENCE'),
    ).toBe('1');
  });

  it('is read by strict readers, whatever names hold', () => {
    const texts = fc.string({ unit: 'grapheme', maxLength: 80 });
    fc.assert(
      fc.property(
        texts,
        texts,
        fc.constantFrom('', ';,\\', '\n\r\t', '日本語'.repeat(20)),
        (job, name, odd) => {
          const bands = PLAN.bands.map((one) => ({
            ...one,
            filament: { ...one.filament, name: name + odd },
          }));
          const plan = { ...PLAN, job: job + odd, bands };
          const [start, first] = strictCalendar(
            fileOf(run({ runPlan: plan, startAt: START }), START),
          );
          const plain = (text: string): string => text.replace(/[\u0000-\u001f\u007f]+/g, ' ');
          expect(plainText(start.properties.get('SUMMARY'))).toBe(plain(`Start ${plan.job}`));
          expect(plainText(first.alarms[0].get('DESCRIPTION'))).toBe(
            plain(`Swap 1 of 2: B ${name + odd}`),
          );
        },
      ),
      { seed: 28 },
    );
  });

  it('is handed over whole, or not at all', () => {
    const run: HandedRun = {
      id: 'run-1',
      runPlan: PLAN,
      startAt: START,
      events: [BEGUN],
    };
    const packed = packRun(run);
    expect(packed).toMatch(/^[\w-]+$/);
    expect(unpackRun(packed)).toEqual({ ok: true, value: run });
    for (const bad of [
      '',
      '#',
      packed.slice(0, -20),
      packed.slice(9),
      'AAAA',
      packRun({ ...run, id: '../x' }),
    ]) {
      expect(unpackRun(bad).ok).toBe(false);
    }
    // What is packed small and unpacks large fills no memory.
    const bomb = deflateSync(new Uint8Array(30_000_000), { level: 9 });
    expect(unpackRun(Buffer.from(bomb).toString('base64url')).ok).toBe(false);
    expect(unpackRun(packRun({ ...run, runPlan: { ...PLAN, swaps: [] } })).ok).toBe(false);
    expect(
      packedIn(` https://192.168.0.7:4311/run#${packed.slice(0, 40)}\n${packed.slice(40)} `),
    ).toBe(packed);
  });

  it('takes no link whose times, lists or names are no run’s', () => {
    const run = { id: 'run-1', runPlan: PLAN, startAt: START, events: [BEGUN] };
    const packed = (more: object): string => packRun({ ...run, ...more } as HandedRun);
    const many = (count: number) =>
      Array.from({ length: count }, (_, i) => ({ ...BEGUN, id: `e${i}` }));
    for (const odd of [1e300, -1e300, 7, 1e15, NaN, '2026']) {
      expect(unpackRun(packed({ events: [{ ...BEGUN, at: odd }] })).ok).toBe(false);
      expect(unpackRun(packed({ startAt: odd }))).toMatchObject({
        ok: true,
        value: { startAt: null },
      });
    }
    expect(unpackRun(packed({ events: many(2001) })).ok).toBe(false);
    const long = PLAN.bands.map((one) => ({ ...one, seconds: 9e6 }));
    const century = Array.from({ length: 9 }, () => long).flat();
    const swaps = Array.from({ length: 26 }, () => PLAN.swaps[0]);
    expect(unpackRun(packed({ runPlan: { ...PLAN, bands: century, swaps } })).ok).toBe(false);
    expect(unpackRun(packed({ runPlan: { ...PLAN, before: 1e300 } })).ok).toBe(false);
    expect(unpackRun(packed({ runPlan: { ...PLAN, layerStarts: [-1e300] } })).ok).toBe(false);
    for (const kind of ['constructor', '__proto__', 'toString', 'hasOwnProperty']) {
      expect(unpackRun(packed({ events: [{ ...BEGUN, kind }] })).ok).toBe(false);
    }
    // Names that every object has are not the run's own.
    const bare = deflateSync(new TextEncoder().encode('{"__proto__":{"id":"run-1"}}'));
    expect(unpackRun(Buffer.from(bare).toString('base64url')).ok).toBe(false);
    const proto = JSON.stringify(run).replace('"id"', '"__proto__":{"isAdmin":true},"id"');
    const taken = unpackRun(
      Buffer.from(deflateSync(new TextEncoder().encode(proto))).toString('base64url'),
    );
    expect(taken).toEqual({ ok: true, value: run });
    const letters = unpackRun('A'.repeat(MOST_LINK_LETTERS + 1));
    expect(!letters.ok && letters.refusal.message).toMatch(
      /30001 characters.*Save the run as a file/,
    );
  });

  it('needs somebody at each swap, and is alone longest in between', () => {
    expect(neededTimes(PLAN).map(({ at }) => at)).toEqual(swapOffsets(PLAN));
    const alone = longestAlone(PLAN);
    expect(alone.end - alone.start).toBe(5430);
    expect(alone.end).toBe(plannedTotal(PLAN));
  });
});

describe('the picture of a run', () => {
  it('tells which band is seen at a point, the back of the bed above', () => {
    // Two columns, two rows, the front first: nothing and layer 5; layer 12 and layer 25.
    const top = new Uint16Array([0, 5, 12, 25]);
    const letters = Array.from({ length: 30 }, (_, i) => 'ABC'[Math.floor(i / 10)]);
    const picture = { columns: 2, rows: 2, top, letters };
    const seen = (x: number, y: number) => bandSeenAt(picture, PLAN, x, y);
    expect([seen(0.2, 0.2), seen(0.9, 0.1), seen(0.1, 0.9), seen(1, 1)]).toEqual([1, 2, null, 0]);
  });
});

describe('the simulated printer', () => {
  const profile = { obeys: [PRACTICE_STOP], nozzleCools: 600, motorsLetGo: 120 };
  const practice = (): StandIn =>
    new StandIn(new TextEncoder().encode(practiceFile(PLAN)), profile);

  it('takes the time of the run, and stops where it does', () => {
    const printer = practice();
    const seen: number[] = [];
    for (let i = 0; i < 20_000 && !printer.isOver; i++) {
      printer.advance(10);
      if (printer.state.phase !== 'waiting') continue;
      seen.push(printer.state.seconds);
      expect(printer.state.display[0]).toMatch(/^Load [BC] /);
      expect(printer.resume()).toBe(true);
    }
    expect(printer.state).toMatchObject({ phase: 'done', stops: 2, isPlaceLost: false });
    const [first] = swapOffsets(PLAN);
    expect(Math.abs(seen[0] - first)).toBeLessThan(0.01 * first);
  });

  it('cools and lets its motors go while it waits, and does not go on cold', () => {
    const printer = practice();
    printer.advance(3900);
    expect(printer.state.phase).toBe('waiting');
    printer.advance(700);
    expect(printer.state).toMatchObject({ motorsHeld: false, nozzleTarget: 0 });
    printer.advance(120);
    expect(printer.resume()).toBe(false);
    printer.reheat();
    const { seconds, nozzle } = printer.state;
    printer.warm(10);
    expect(printer.state).toMatchObject({ seconds, nozzle: nozzle + 25 });
    printer.advance(90);
    expect(printer.state.nozzle).toBeGreaterThan(190);
    expect(printer.resume()).toBe(true);
    expect(printer.state.isPlaceLost).toBe(true);
  });

  it('can be made to go wrong, and passes over what it does not know', () => {
    const printer = practice();
    printer.breaks('miss-stop');
    printer.advance(3900);
    expect(printer.state).toMatchObject({ phase: 'printing', stops: 0 });
    printer.breaks('run-out');
    expect(printer.state.display[0]).toBe('No filament');
    expect(printer.resume()).toBe(true);
    printer.pause();
    expect(printer.state.phase).toBe('paused');
    printer.breaks('wait-long');
    expect(printer.state).toMatchObject({ nozzleTarget: 0, motorsHeld: false });
    printer.cancel();
    printer.advance(1e6);
    expect(printer.state.phase).toBe('cancelled');
    const deaf = new StandIn(new TextEncoder().encode(practiceFile(PLAN)), {
      ...profile,
      obeys: ['M25'],
    });
    deaf.advance(20_000);
    expect(deaf.state).toMatchObject({ phase: 'done', stops: 0 });
  });
});
