import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import type { RunEvent } from '../run/following/events';
import { gramsOf } from '../filament/mass';
import { swapOffsets } from '../run/runPlan';
import { SWAP_SECONDS } from '../plan/time';
import { factsOf, type RunFacts } from './facts';
import { learnPerson, learnPrinter } from './learn';
import { Learning, purgeSubject, subjectOf } from './learning';
import { estimate, median, robustSpread } from './robust';
import { EMPTY_LOG, withSeam, type RunLog } from './runLog';
import { purgeBounds } from './seams';

const PLAN = runPlan([3600, 1800, 5400]);
const START = Date.UTC(2026, 3, 5, 16);
const TIMEOUTS = { nozzleSeconds: 600, motorSeconds: 120 };

interface MadeUp extends Partial<RunFacts> {
  readonly slow?: number;
  readonly heats?: number;
  readonly hands?: readonly number[];
}

/** A run that took so much more than planned, with hands of so many seconds, told tap by tap. */
function runFacts(
  { slow = 1, heats = 1, hands = [200, 150], id = 'r', ...more }: MadeUp = {},
  log: Partial<RunLog> = {},
): RunFacts {
  let now = START;
  const events: RunEvent[] = [];
  const tell = (seconds: number, event: object): void => {
    now += seconds * 1000;
    events.push({ ...event, id: `e${events.length}`, at: now } as RunEvent);
  };
  tell(0, { kind: 'started' });
  PLAN.bands.forEach(({ seconds }, i) => {
    if (i > 0) tell(60 + hands[i - 1], { kind: 'resumed' });
    const rest = i === PLAN.bands.length - 1 ? PLAN.after : 0;
    const begin = i === 0 ? PLAN.before * heats : 0;
    tell(
      begin + (seconds + rest) * slow,
      i === 2 ? { kind: 'finished' } : { kind: 'stopped', how: 'planned' },
    );
  });
  const facts = factsOf({ id, runPlan: PLAN, events, log: { ...EMPTY_LOG, ...log } });
  return { ...facts!, ...more };
}

describe('what a run teaches', () => {
  it('is how slow it printed, how long it heated and what hands took, each apart', () => {
    const facts = runFacts({ slow: 1.2, heats: 1.5, hands: [240, 130] });
    expect(facts.motion).toBeCloseTo(1.2, 9);
    expect(facts.first).toEqual({ heating: 120, motion: 3600, taken: 120 * 1.5 + 3600 * 1.2 });
    expect(facts.swaps.map(({ hands, isFirst, mm }) => [hands, isFirst, mm])).toEqual([
      [240, true, 80],
      [130, false, 80],
    ]);
    expect(facts.swaps.map(({ from, to }) => `${from} ${to}`)).toEqual([
      'peat black reed-2',
      'reed-2 bone white',
    ]);
    const printer = learnPrinter([facts], 'Sluice', TIMEOUTS);
    expect(printer.motion.value).toBeGreaterThan(1.05);
    expect(printer.heating.value).toBeGreaterThan(1.1);
  });

  it('is nothing where a clock was set, a tap forgotten, or the printer left standing', () => {
    const { motion, first, swaps } = runFacts({ slow: 0.2, hands: [8 * 3600, 160] });
    expect([motion, first]).toEqual([null, null]);
    expect(swaps.map(({ hands }) => hands)).toEqual([null, 160]);
    expect(runFacts({ slow: 3 }).motion).toBeNull();
  });

  it('is nothing before it has begun, and its filament only when all of it was weighed', () => {
    expect(factsOf({ id: 'r', runPlan: PLAN, events: [], log: EMPTY_LOG })).toBeNull();
    const weighed = [
      { letter: 'A', grams: 3.3 },
      { letter: 'B', grams: 3 },
    ];
    expect(runFacts({}, { weighed }).filament).toBeNull();
    const all = [...weighed, { letter: 'C', grams: 3 }];
    // Two purges of 80 mm were planned beside the bands, and are on the scales, too.
    const planned = 9 + 2 * gramsOf(80, 1.75);
    expect(runFacts({}, { weighed: all }).filament).toBeCloseTo(9.3 / planned, 9);
  });

  it('names the filaments that were really swapped, and no seam where none was made', () => {
    const events = [
      { kind: 'started' },
      { kind: 'missed' },
      { kind: 'stopped', how: 'planned' },
      { kind: 'resumed' },
      { kind: 'finished' },
    ].map((one, i) => ({ ...one, id: `e${i}`, at: START + i * 1_800_000 }) as RunEvent);
    const log: RunLog = { ...EMPTY_LOG, seams: ['clean', 'tinted'] };
    const facts = factsOf({ id: 'r', runPlan: PLAN, events, log })!;
    expect(facts.swaps.map(({ from, to, rating }) => [from, to, rating])).toEqual([
      ['peat black', 'bone white', 'tinted'],
    ]);
    expect(facts.stops).toMatchObject({ due: 2, missed: 1 });
  });
});

const samples = fc.array(fc.double({ min: 0.7, max: 1.5, noNaN: true }), {
  minLength: 1,
  maxLength: 30,
});
const MODEL = { value: 1, spread: 0.06 };

describe('an estimate', () => {
  it('is the model exactly while there is nothing', () => {
    expect(estimate([], MODEL)).toEqual({ value: 1, low: 0.94, high: 1.06, runs: 0 });
    const person = learnPerson([]);
    expect(person.hands.value).toBe(SWAP_SECONDS.hands);
    expect(learnPrinter([], 'Sluice', TIMEOUTS)).toMatchObject({
      motion: { value: 1 },
      heating: { value: 1 },
      nozzle: { value: 600 },
      motors: { value: 120 },
    });
    expect(new Learning([]).purge('a', 'b', 87)).toEqual({
      value: 87,
      tooShort: null,
      enough: null,
      runs: 0,
      origin: { source: 'usual' },
    });
  });

  it('lies between the model and what was seen, and more runs of the same kind narrow it', () => {
    fc.assert(
      fc.property(samples, fc.integer({ min: 2, max: 5 }), (seen, times) => {
        const one = estimate(seen, MODEL);
        const middle = median(seen);
        expect(one.value).toBeGreaterThanOrEqual(Math.min(1, middle) - 1e-9);
        expect(one.value).toBeLessThanOrEqual(Math.max(1, middle) + 1e-9);
        const more = estimate(Array.from({ length: times }, () => seen).flat(), MODEL);
        expect(more.high - more.low).toBeLessThan(one.high - one.low);
        expect(Math.abs(more.value - middle)).toBeLessThanOrEqual(
          Math.abs(one.value - middle) + 1e-9,
        );
      }),
    );
  });

  it('is moved little by one that is far off', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1.05, max: 1.15, noNaN: true }), { minLength: 6, maxLength: 20 }),
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        (seen, odd) => {
          const spoilt = [...seen.slice(1), odd];
          const moved = estimate(spoilt, MODEL).value - estimate(seen, MODEL).value;
          // Never farther than the others lie apart, however far the odd one is off.
          expect(Math.abs(moved)).toBeLessThan(0.1 + 1e-9);
        },
      ),
      { seed: 41 },
    );
    expect(robustSpread([1, 2, 3, 4, 1e6])).toBeCloseTo(1.4826, 6);
  });

  it('finds what made the runs when there are enough of them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.8, max: 1.4, noNaN: true }),
        fc.double({ min: 0.7, max: 2, noNaN: true }),
        (slow, heats) => {
          const runs = Array.from({ length: 40 }, (_, i) =>
            // Scatter of two per cent to both sides.
            runFacts({ id: `${i}`, slow: slow * (1 + 0.02 * Math.sin(i)), heats }),
          );
          const { motion, heating } = learnPrinter(runs, 'Sluice', TIMEOUTS);
          expect(Math.abs(motion.value / slow - 1)).toBeLessThan(0.03);
          // Heating is what is left of the first band, which is thirty times as long.
          expect(Math.abs(heating.value - heats)).toBeLessThan(0.35);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is never from lost runs, nor from those of another printer', () => {
    const good = runFacts({ slow: 1.1 });
    const lost = runFacts({ slow: 3, isLost: true });
    const other = runFacts({ slow: 0.7, printer: 'Weir' });
    const alone = learnPrinter([good], 'Sluice', TIMEOUTS);
    expect(learnPrinter([good, lost, other], 'Sluice', TIMEOUTS)).toEqual(alone);
    expect(learnPerson([lost]).hands.runs).toBe(0);
    expect(
      factsOf({ id: 'r', runPlan: PLAN, events: told(), log: { ...EMPTY_LOG, result: 'lost' } })
        ?.isLost,
    ).toBe(true);
  });

  it('tells the first swap from the later ones', () => {
    const { firstHands, hands } = learnPerson(
      Array.from({ length: 12 }, () => runFacts({ hands: [300, 120] })),
    );
    expect(firstHands.value).toBeGreaterThan(280);
    expect(hands.value).toBeLessThan(135);
    expect([firstHands.runs, hands.runs]).toEqual([12, 12]);
  });
});

function told(): RunEvent[] {
  const [first] = swapOffsets(PLAN);
  return [
    { id: 'a', at: START, kind: 'started' },
    { id: 'b', at: START + first * 1000, kind: 'stopped', how: 'planned' },
  ];
}

describe('the least clean purge', () => {
  const clean = (mm: number) => ({ mm, isClean: true });
  const tinted = (mm: number) => ({ mm, isClean: false });

  it('lies above what came out tinted and not above what came out clean', () => {
    const bounds = purgeBounds([tinted(60), tinted(60), clean(100), clean(90), clean(120)], 150);
    expect(bounds).toMatchObject({ tooShort: 60, enough: 90, runs: 5 });
    expect(bounds.value).toBeGreaterThanOrEqual(66);
    expect(bounds.value).toBeLessThan(105);
  });

  it('goes beyond what was too short when nothing was enough', () => {
    const bounds = purgeBounds([tinted(60), tinted(80)], 60);
    expect(bounds).toMatchObject({ tooShort: 80, enough: null });
    expect(bounds.value).toBeGreaterThan(80);
  });

  it('is never known to be enough where every length came out half tinted', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 40, max: 160 }), { minLength: 1, maxLength: 8 }),
        (lengths) => {
          const seen = lengths.flatMap((mm) => [tinted(mm), clean(mm)]);
          const bounds = purgeBounds(seen, 90);
          expect(bounds.enough).toBeNull();
          expect(bounds.value).toBeGreaterThan(Math.max(...lengths));
        },
      ),
      { seed: 28 },
    );
    expect(purgeBounds([tinted(100), clean(100), clean(100)], 90).enough).toBe(100);
  });

  it('is moved little by one rating that was a slip, and narrows with more of them', () => {
    const border = 90;
    const rated = (mm: number) => ({ mm, isClean: mm >= border });
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 40, max: 140 }), { minLength: 12, maxLength: 30 }),
        fc.integer({ min: 0, max: 29 }),
        (lengths, slip) => {
          const seen = lengths.map(rated);
          const before = purgeBounds(seen, border);
          const place = slip % seen.length;
          const spoilt = seen.map((one, i) =>
            i === place ? { ...one, isClean: !one.isClean } : one,
          );
          const after = purgeBounds(spoilt, border);
          // The border moves past those that lie between it and the slip only where they are not more.
          const between = seen.filter(
            ({ mm }) =>
              Math.min(mm, 90) >= Math.min(lengths[place], 90) &&
              Math.max(mm, 90) <= Math.max(lengths[place], 90),
          ).length;
          if (between > 3) expect(Math.abs(after.value - before.value)).toBeLessThan(35);
          const wider = purgeBounds(seen.slice(0, 6), border);
          const gap = ({ tooShort, enough }: typeof wider): number =>
            (enough ?? Infinity) - (tooShort ?? 0);
          expect(gap(before)).toBeLessThanOrEqual(gap(wider));
        },
      ),
    );
  });
});

describe('what a person decides', () => {
  it('pins, switches off, and forgets runs before a day', () => {
    const rated = withSeam(withSeam(EMPTY_LOG, 0, 'tinted'), 1, 'clean');
    expect(rated.seams).toEqual(['tinted', 'clean']);
    const facts = [runFacts({ slow: 1.2 }, rated), runFacts({ slow: 1.2, at: START - 1e9 })];
    const motion = subjectOf('motion', 'Sluice');
    const choice = { subject: motion, pinned: null, isOff: false, since: null };
    const value = (...choices: ConstructorParameters<typeof Learning>[1] & object) =>
      new Learning(facts, choices).printer('Sluice', TIMEOUTS).motion;
    expect(value().runs).toBe(2);
    expect(value({ ...choice, pinned: 1.5 })).toEqual({ value: 1.5, low: 1.5, high: 1.5, runs: 2 });
    expect(value({ ...choice, isOff: true })).toEqual({ value: 1, low: 0.94, high: 1.06, runs: 0 });
    expect(value({ ...choice, since: START }).runs).toBe(1);
    const pair = purgeSubject('peat black', 'reed-2');
    const learning = new Learning(facts, [{ ...choice, subject: pair, pinned: 140 }]);
    expect(learning.purge('peat black', 'reed-2', 60)).toMatchObject({ value: 140, tooShort: 80 });
    expect(new Learning(facts).purge('peat black', 'reed-2', 60).value).toBeGreaterThan(80);
    expect(new Learning(facts).purge('reed-2', 'bone white', 60)).toMatchObject({
      enough: 80,
      runs: 1,
    });
  });
});
