import { deflateSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import { calendarFile } from '../schedule/calendar';
import { GUIDE_PAGES } from '../guide/pages';
import { callsDue, DUE } from './callsDue';
import { stepsOf, waitTimers } from './checklist';
import { packRun, unpackRun, type HandedRun } from './handOver';
import { practiceFile, PRACTICE_STOP } from './practice';
import { runCalendar } from './runCalendar';
import { plannedTotal, swapOffsets } from './runPlan';
import { bandSeenAt } from './runPicture';
import { StandIn } from './standIn';
import { longestAlone, neededTimes } from './startQuestion';
import { TROUBLES } from './troubles';

const PLAN = runPlan([3600, 1800, 5400]);

describe('what hands do at a swap', () => {
  const ids = (more: Parameters<typeof runPlan>[1] = {}): string[] =>
    stepsOf(runPlan([60, 60], more), 0).map(({ id }) => id);

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
      0,
    );
    expect(tube.find(({ id }) => id === 'unload')!.text).toContain('400 mm through the tube');
    expect(stepsOf(PLAN, 1)[0].text).toContain('C Bone white');
  });

  it('takes the strand away before it goes on, and says what burns', () => {
    const order = ids();
    expect(order.indexOf('strand')).toBeLessThan(order.indexOf('resume'));
    expect(order.at(-1)).toBe('watch');
    expect(stepsOf(PLAN, 0).filter(({ caution }) => caution).length).toBeGreaterThan(3);
    expect(waitTimers(PLAN, 1000).map(({ id, at }) => [id, at])).toEqual([
      ['motors', 121_000],
      ['nozzle', 601_000],
    ]);
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
  it('comes ten and two minutes before, when it is due, and each minute for a while', () => {
    const calls = [-601, -600, -121, -120, -1, 0, 59, 60, 299, 300, 86_400].map((seconds) =>
      callsDue(1e9, 1e9 + seconds * 1000),
    );
    expect(calls).toEqual([0, 1, 1, 2, 2, DUE, 3, 4, 7, 8, 8]);
  });
});

describe('a run for calendars and other devices', () => {
  it('has an entry for the start, each swap and the end, in the time of every clock', () => {
    const start = new Date(Date.UTC(2026, 2, 29, 0, 30));
    const entries = runCalendar(PLAN, 'run-1', start);
    expect(entries.map(({ title }) => title)).toEqual([
      'Start Hide plate 7',
      'Swap 1 of 2: B Reed green',
      'Swap 2 of 2: C Bone white',
      'Hide plate 7 is done',
    ]);
    const made = calendarFile(entries);
    if (!made.ok) throw new Error(made.refusal.message);
    const lines = made.value.split('\r\n');
    // Over a change of the clock the moments stay the same.
    const times = entries.map(
      ({ from }) => `DTSTART:${from.toISOString().replace(/[-:]/g, '').slice(0, 13)}`,
    );
    for (const time of times) expect(lines.some((line) => line.startsWith(time))).toBe(true);
    expect(lines.filter((line) => line === 'BEGIN:VALARM').length).toBe(6);
    expect(lines.filter((line) => /^(DTSTART|DTEND).*[^Z]$/.test(line))).toEqual([]);
  });

  it('is handed over whole, or not at all', () => {
    const run: HandedRun = {
      id: 'run-1',
      runPlan: PLAN,
      startAt: 5,
      events: [{ kind: 'started', id: 'a', at: 7 }],
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
