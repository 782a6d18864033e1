import { describe, expect, it } from 'vitest';
import { runPlan } from '../../../tests/support/runPlans';
import { imageSize } from '../imageSize';
import { gramsOf } from '../filament/mass';
import { ordinarySpool } from '../filament/shelf/spool';
import { emptyPlan } from '../plan/jobPlan';
import { timelineOf } from '../plan/work/timeline';
import type { Band } from '../plan/work/bands';
import { ORDINARY_PROFILE } from '../printer/printer';
import { adviceOf, type KnownRun } from './advice';
import { factsOf, type RunFacts } from './facts';
import { Learning, purgeSubject, subjectOf } from './learning';
import { learnedForRun, rangeOf, reckon, reckonedBands } from './reckon';
import { EMPTY_LOG } from './runLog';
import { logTables } from './tables';
import { tableCsv } from './tableCsv';
import type { RunEvent } from '../run/following/events';
import { seenIn } from '../run/following/follow';
import type { SeenRun } from '../run/following/runState';
import { takenFilament } from './taken';

const PLAN = runPlan([3600, 1800, 5400]);
const DAY = Date.UTC(2026, 3, 5, 16);

function facts(given: Partial<RunFacts> = {}): RunFacts {
  const events = [{ kind: 'started', id: 'a', at: DAY } as const];
  return { ...factsOf({ id: 'r', runPlan: PLAN, events, log: EMPTY_LOG })!, ...given };
}
const swap = (mm: number, rating: RunFacts['swaps'][number]['rating'], more = {}) => ({
  from: 'a',
  to: 'b',
  mm,
  rating,
  hands: null,
  isFirst: true,
  ...more,
});
const known = (job: string, given: Partial<RunFacts>): KnownRun => ({ job, facts: facts(given) });

describe('advice', () => {
  const question = {
    printer: 'Sluice',
    stopCommand: 'M0',
    contactMm2: 500,
    bed: 55,
    swaps: [
      { layer: 11, from: { key: 'a', name: 'Peat' }, to: { key: 'b', name: 'Bone' }, mm: 60 },
      { layer: 30, from: { key: 'a', name: 'Peat' }, to: { key: 'b', name: 'Bone' }, mm: 60 },
    ],
  };
  const said = (runs: readonly KnownRun[]) =>
    adviceOf(question, runs).map(({ sentence }) => sentence);

  it('says which pairs came out tinted with as much purge, once, and from which prints', () => {
    const bad = known('Hide plate 7', { swaps: [swap(60, 'tinted'), swap(62, 'tinted')] });
    expect(said([bad])).toEqual([
      'Peat to Bone came out tinted twice at 62 mm or less, and 60 mm are planned: Hide plate 7 (5 Apr).',
    ]);
    expect(adviceOf(question, [bad])[0]).toMatchObject({ code: 'seen-tinted', layer: 11 });
    // Less purge than is planned says nothing, and as many clean seams speak against it.
    expect(said([known('Dial', { swaps: [swap(40, 'tinted')] })])).toEqual([]);
    expect(said([bad, known('Dial', { swaps: [swap(60, 'clean'), swap(50, 'clean')] })])).toEqual(
      [],
    );
    expect(said([known('Dial', { swaps: [swap(60, 'tinted', { to: 'c' })] })])).toEqual([]);
  });

  it('says on which printer a stop was passed over', () => {
    const of = (due: number, missed: number, command = 'M0', printer = 'Sluice') =>
      known('Tags', { printer, stops: { command, due, missed } });
    expect(said([of(1, 1), of(2, 1), of(3, 0, 'M600'), of(1, 1, 'M0', 'Weir')])).toEqual([
      'Swaps on Sluice were missed with M0: 2 of 3: Tags (5 Apr), Tags (5 Apr).',
    ]);
    expect(said([of(3, 0)])).toEqual([]);
  });

  it('says that parts as small came off, unless as many held', () => {
    const of = (contactMm2: number, cameOff: boolean, celsius = 55) =>
      known('Tag', { bed: { contactMm2, celsius, cameOff }, isLost: cameOff });
    expect(said([of(500, true), of(480, true)])[0]).toBe(
      '2 parts of up to 5.0 cm² on the bed came off Sluice at 55 °C, and this one has 5.0 cm²: Tag (5 Apr), Tag (5 Apr).',
    );
    expect(said([of(300, true), of(500, true, 70)])).toEqual([]);
    expect(said([of(500, true), of(450, false), of(500, false)])).toEqual([]);
  });
});

describe('reckoning with what was learned', () => {
  const plan = emptyPlan('0'.repeat(64));
  const [a, b] = plan.palette;
  const key = (name: string): string => name.toLowerCase();
  const learned = (choices: ConstructorParameters<typeof Learning>[1]) =>
    reckon(plan, { ...ORDINARY_PROFILE, name: 'Sluice' }, new Map(), new Learning([], choices));
  const pin = (subject: string, pinned: number) => ({ subject, pinned, isOff: false, since: null });

  it('gives the same numbers as ever while nothing was', () => {
    const nothing = learned([]);
    expect(nothing.plan).toBe(plan);
    expect([nothing.handsAt(0), nothing.handsAt(3)]).toEqual([150, 150]);
    expect(learnedForRun(nothing)).toBeNull();
    const bands = [{ seconds: 60 }] as unknown as Band[];
    expect(reckonedBands(bands, nothing.printer)).toBe(bands);
    const ends = { secondsBefore: 1, secondsAfter: 1 };
    expect(
      rangeOf(
        timelineOf([], ends, () => 1, []),
        nothing,
      ),
    ).toBeNull();
  });

  it('puts it in place of the model, and leaves what the person has set', () => {
    const some = learned([
      pin(subjectOf('motion', 'Sluice'), 1.2),
      pin('firstHands', 300),
      pin('hands', 100),
      pin(purgeSubject(key(a.name), key(b.name)), 77),
    ]);
    expect(some.plan.purges).toEqual([{ from: a.letter, to: b.letter, mm: 77 }]);
    expect([some.handsAt(0), some.handsAt(1)]).toEqual([300, 100]);
    expect(learnedForRun(some)).toEqual({ motion: 1.2, heating: 1, runs: 0 });
    const own = { ...plan, handSeconds: 60, purges: [{ from: a.letter, to: b.letter, mm: 50 }] };
    const kept = reckon(own, ORDINARY_PROFILE, new Map(), new Learning([], [pin('hands', 9)]));
    expect(kept.plan).toBe(own);
    expect(kept.handsAt(1)).toBe(60);
    const spool = ordinarySpool({ id: 'reel', name: 'Reel' });
    const bySpool = {
      ...plan,
      palette: plan.palette.map((one) => ({ ...one, spoolId: one === a ? spool.id : undefined })),
    };
    const pinned = new Learning([], [pin(purgeSubject('reel', key(b.name)), 44)]);
    expect(reckon(bySpool, ORDINARY_PROFILE, new Map(), pinned).plan.purges).toEqual([
      { from: a.letter, to: b.letter, mm: 44 },
    ]);
  });
});

describe('filament that a run has used', () => {
  const purge = gramsOf(80, 1.75);

  const told = (...kinds: readonly object[]): SeenRun =>
    seenIn(
      PLAN,
      kinds.map(
        (one, i) => ({ ...one, id: `e${i}`, at: Date.UTC(2026, 3, 5, 16, 30 * i) }) as RunEvent,
      ),
    );
  const STARTED = { kind: 'started' };
  const STOPPED = { kind: 'stopped', how: 'planned' };
  const ON = { kind: 'resumed' };
  const SWAPPED = [STOPPED, ON];

  it('is what was printed and purged, as far as it came, or what was weighed', () => {
    const seen = told(STARTED, ...SWAPPED, ...SWAPPED, { kind: 'finished' });
    const whole = takenFilament(PLAN, seen, EMPTY_LOG);
    expect(whole.map(({ letter }) => letter)).toEqual(['A', 'B', 'C']);
    expect(whole.map(({ grams }) => grams)).toEqual([3, 3 + purge, 3 + purge]);
    const failed = takenFilament(
      PLAN,
      told(STARTED, ...SWAPPED, { kind: 'failed', what: '' }),
      EMPTY_LOG,
    );
    expect(failed.map(({ letter, spoolId, grams }) => [letter, spoolId, grams])).toEqual([
      ['A', null, 3],
      ['B', 'reed-2', 3 + purge],
    ]);
    const weighed = [{ letter: 'B', grams: 9 }];
    const [, second] = takenFilament(PLAN, seen, { weighed });
    expect(second).toMatchObject({ grams: 9, isWeighed: true });
    // A print that nobody attended to was printed as planned.
    const untold = takenFilament(PLAN, told(STARTED, { kind: 'finished' }), EMPTY_LOG);
    expect(untold).toEqual(whole);
  });

  it('is of what was in the nozzle, and of filament as thick as the printer takes', () => {
    const missed = told(STARTED, { kind: 'missed' }, ...SWAPPED, { kind: 'finished' });
    const used = takenFilament(PLAN, missed, EMPTY_LOG);
    expect(used.map(({ letter, grams }) => [letter, grams])).toEqual([
      ['A', 6],
      ['C', 3 + purge],
    ]);
    const thick = { ...PLAN, printer: { ...PLAN.printer, filamentDiameter: 2.85 } };
    const all = told(STARTED, ...SWAPPED, ...SWAPPED, { kind: 'finished' });
    expect(takenFilament(thick, all, EMPTY_LOG)[1].grams).toBeCloseTo(3 + gramsOf(80, 2.85), 9);
  });
});

describe('the tables of the logbook', () => {
  const entry = (given: object) => ({
    job: 'Dial',
    printer: 'Sluice',
    at: new Date(2026, 3, 5).getTime(),
    planned: 600,
    taken: 660,
    result: null,
    used: [{ letter: 'A', spoolId: 's', grams: 10, isWeighed: false }],
    facts: facts({ swaps: [swap(60, 'tinted', { hands: 170 }), swap(90, 'clean')] }),
    ...given,
  });

  it('are what was seen, and nothing that was not', () => {
    const tables = logTables(
      [
        entry({}),
        entry({
          job: '=cmd()',
          taken: null,
          result: 'lost',
          used: [{ letter: 'A', spoolId: 'x', grams: 5, isWeighed: false }],
        }),
      ],
      new Map([['a', 'Peat']]),
      new Map([['s', 20]]),
    );
    const rows = Object.fromEntries(tables.map(({ id, rows: all }) => [id, all]));
    expect(rows.taken).toEqual([['Dial', '2026-04-05', 10, 11]]);
    expect(rows.hands[0]).toEqual(['Dial', '2026-04-05', 1, 170]);
    expect(rows.purge).toEqual([['Peat to b', 60, 90, 4]]);
    // A spool without a price makes the sum unknown.
    expect(rows.months).toEqual([['2026-04', 15, null]]);
    expect(rows.results.map(([, count]) => count)).toEqual([0, 0, 1, 1]);
    expect(tableCsv(['Print', 'g'], [['=cmd()', null]])).toBe('Print,g\r\n"\'=cmd()",');
  });
});

describe('the size of a picture', () => {
  const bytes = (...all: number[]) => new Uint8Array(all);
  it('is read from its first bytes, or is not known', () => {
    const png = new Uint8Array(24);
    png.set([0x89, 0x50, 0x4e, 0x47]);
    png.set([0, 0, 0x27, 0x10, 0, 0, 0x27, 0x10], 16);
    expect(imageSize(png)).toEqual({ width: 10_000, height: 10_000 });
    const jpeg = bytes(
      0xff,
      0xd8,
      0xff,
      0xe0,
      0,
      4,
      1,
      2,
      0xff,
      0xc4,
      0,
      3,
      9,
      0xff,
      0xc2,
      0,
      9,
      8,
      1,
      0,
      2,
      0,
    );
    expect(imageSize(jpeg)).toEqual({ width: 512, height: 256 });
    const webp = new Uint8Array(30);
    webp.set([0x52, 0x49, 0x46, 0x46, 0, 0, 0, 0, 0x57, 0x45, 0x42, 0x50, 0x56, 0x50, 0x38, 0x58]);
    webp.set([0xff, 0x03, 0, 0x1f, 0x02, 0], 24);
    expect(imageSize(webp)).toEqual({ width: 1024, height: 544 });
    for (let cut = 0; cut < jpeg.length - 2; cut++)
      expect(imageSize(jpeg.subarray(0, cut))).toBeNull();
    expect(imageSize(bytes(0x47, 0x49, 0x46, 0x38))).toBeNull();
    expect(imageSize(bytes())).toBeNull();
  });
});
