import { describe, expect, it } from 'vitest';
import { packedCells } from '@/core/geometry/packedCells';
import { seenCells } from '@/core/geometry/picture';
import { oddOnes, type OddStore } from '../../../tests/support/oddOnes';
import { oddRecords } from '../../../tests/support/oddRecords';
import { storedJob } from '../../../tests/support/storedJobs';
import { learnPerson, purgesByPair } from '@/core/log/learn';
import { turnAbout, type ModelSetup } from '@/core/model/setup';
import { follow } from '@/core/run/following/follow';
import { bandTimes, plannedTotal } from '@/core/run/runPlan';
import { runCalendar } from '@/core/run/runCalendar';
import { entryOfRun } from '../prints/entryOfRun';
import { parseJob, storedSetup } from './recordShapes';
import type { JobFile, Run } from './records';
import { parseRun } from './runShape';

/** Whether every number in a record is one that can be drawn, and every time one that has a calendar. */
function isFinite(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value) && Math.abs(value) <= 1e14;
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return true;
  return Object.values(value).every(isFinite);
}

const runs = oddOnes('runs').map(({ what, record }) => {
  const read = parseRun(record);
  if (!read.ok) throw new Error(what);
  return [what, read.value] as const;
});

const severalFiles = (files: readonly JobFile[]) => ({ kind: 'files', files }) as const;
const A: JobFile = { name: 'a', start: 0, end: 1 };
const B: JobFile = { name: 'b', start: 1, end: 3 };
const SETUP: ModelSetup = {
  unit: 'mm',
  isUnitSure: true,
  turn: turnAbout([1, 0, 0], 90),
  scaleXY: 1,
  scaleZ: 2,
  firstLayer: 0.24,
  layerHeight: 0.2,
};

describe('a schema', () => {
  it.each<OddStore>(['jobs', 'plans', 'printers', 'spools', 'runs'])(
    'of %s lets in no number that cannot be drawn, and refuses in words instead of throwing',
    (store) => {
      const all = oddOnes(store);
      expect(all.length).toBeGreaterThan(50);
      // What is read aside from the schema, as where a job lies on its bed, is looked at as it is read.
      const drawn = all.filter(({ path }) => !/^(bounds|deleted|picture|aside|plan$)/.test(path));
      expect(drawn.filter(({ record }) => !isFinite(record)).map(({ what }) => what)).toEqual([]);
    },
  );

  it('leaves out of a job what cannot be drawn of it', () => {
    const bounds = { minX: 0, minY: 0, maxX: 9, maxY: 9 };
    const packed = packedCells(new Uint16Array([1, 2]));
    const sections = [{ part: 'T0', layer: 1 }];
    const whole = storedJob('one', {
      bounds,
      picture: { columns: 2, rows: 1, packed, sections: [] },
    });
    expect(parseJob(whole)).toMatchObject({ ok: true, value: whole });
    // As it was kept when each of its cells was a number.
    const before = { columns: 2, rows: 1, top: new Uint16Array([1, 2]), sections: [] };
    expect(parseJob({ ...whole, picture: before })).toMatchObject({ ok: true, value: whole });
    // A few bytes that state a great many cells.
    const vast = { columns: 32_767, rows: 1, packed: new Uint16Array([0xffff, 1]) };
    expect(parseJob({ ...whole, picture: vast })).toMatchObject({ value: { picture: null } });
    const picture = { columns: 1, rows: 1, packed: packedCells(new Uint16Array([1])), sections };
    const odd = oddRecords({ ...whole, picture }).filter(({ path }) => /^picture\./.test(path));
    for (const { what, record } of odd) {
      const read = parseJob(record);
      expect(read.ok, what).toBe(true);
      const kept = read.ok ? read.value.picture : null;
      // What is kept has a section for each of its cells.
      for (const cell of kept ? seenCells(kept).top : []) {
        expect(cell === 0 || !kept?.sections?.length || kept.sections[cell - 1], what).toBeTruthy();
      }
    }
    for (const { record, what } of oddRecords(whole).filter(({ path }) =>
      path.startsWith('bounds'),
    )) {
      const read = parseJob(record);
      expect(read.ok && isFinite(read.value.bounds ?? null), what).toBe(true);
    }
  });

  it.each([
    [
      {
        content: severalFiles([
          { name: 'a', start: 0, end: 2 },
          { name: 'b', start: 1, end: 3 },
        ]),
      },
      /follow one another/,
    ],
    [
      {
        content: severalFiles([
          { name: 'a', start: 0, end: 1 },
          { name: 'b', start: 1, end: 9 },
        ]),
      },
      /follow one another/,
    ],
    [{ addedAt: 1e300 }, /"addedAt" should be at most/],
    [{ addedAt: -1e300 }, /"addedAt" should be at least/],
    [{ id: '../a' }, /"id" does not have the right form/],
  ])('refuses a job with %j', (given, message) => {
    const read = parseJob(storedJob('one', given));
    expect(!read.ok && read.refusal.message).toMatch(message);
  });

  it.each([
    [{}, { kind: 'file' }],
    [
      { files: [A, B], model: undefined },
      { kind: 'files', files: [A, B] },
    ],
    [{ model: SETUP }, { kind: 'model', setup: SETUP }],
  ])('knows what a job from before it had a kind is made of', (given, content) => {
    const { content: _content, ...old } = storedJob('one');
    expect(parseJob({ ...old, ...given })).toMatchObject({ ok: true, value: { content } });
  });

  it.each([
    ['as it is stored now', { content: { kind: 'model', setup: SETUP } }, SETUP],
    ['as it was, and the second place may still hold it', { model: SETUP }, SETUP],
    ['of a sliced file', { content: { kind: 'file' } }, null],
    ['that is none', null, null],
    ['without a set-up', { content: { kind: 'model' } }, null],
  ])('finds the set-up of a job %s', (_what, stored, setup) => {
    expect(storedSetup(stored)).toEqual(setup);
  });

  it.each([
    [{ kind: 'drawing' }, /"kind"/],
    [{ kind: 'files', files: [A] }, /"files"/],
    [{ kind: 'model' }, /"setup/],
    [null, /The stored job/],
  ])('refuses a job that is made of %j', (content, message) => {
    const read = parseJob({ ...storedJob('one'), content });
    expect(!read.ok && read.refusal.message).toMatch(message);
  });

  it('refuses a run with a gap among its events', () => {
    const [[, run]] = runs;
    const read = parseRun({ ...run, events: [undefined] });
    expect(!read.ok && read.refusal.message).toMatch(/something is missing in one of its lists/);
  });
});

describe('a run that the schema lets in', () => {
  it.each(runs)('is followed, listed and learned from: %s', (_what, run: Run) => {
    const now = run.writtenAt + 1000;
    const state = follow(run.runPlan, run.events, now);
    expect(isFinite(bandTimes(run.runPlan)) && isFinite(plannedTotal(run.runPlan))).toBe(true);
    const entry = entryOfRun(run);
    expect(isFinite(entry)).toBe(true);
    expect(isFinite(state)).toBe(true);
    expect(isFinite(runCalendar(run, now))).toBe(true);
    if (entry) {
      expect(isFinite(learnPerson([entry.facts]))).toBe(true);
      expect(isFinite([...purgesByPair([entry.facts]).values()])).toBe(true);
    }
  });
});
