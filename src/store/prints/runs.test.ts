import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { fillDisk, stubLocalStorage } from '../../../tests/support/browserStorage';
import { runPlan } from '../../../tests/support/runPlans';
import { EMPTY_LOG } from '@/core/log/runLog';
import { database } from '../db/db';
import { journalEntries } from '../db/journal';
import type { Run } from '../records/records';
import { printAgain, rememberOutput, takeHanded } from './newRuns';
import { HANDED, hasJob, isPlanChanged, runs, tellRun } from './runs';
import type { RunEvent } from '@/core/run/following/events';
import { parseRun } from '../records/runShape';
import { retryWrites } from '../db/writes';

const START = Date.UTC(2026, 3, 5, 16);
const RUN: Run = {
  id: 'run-1',
  jobId: 'job-1',
  writtenAt: START + 1,
  runPlan: runPlan([600, 300]),
  plan: { version: 7 },
  outputs: [{ name: 'hide-plate-7.gcode', bytes: 9, sha256: 'ab'.repeat(32) }],
  isProven: true,
  picture: { columns: 1, rows: 1, top: new Uint16Array([1]), letters: ['A'] },
  startAt: null,
  isRehearsal: false,
  events: [],
  log: EMPTY_LOG,
};
const stored = async (id: string): Promise<unknown> => (await database()).get('runs', id);
const told = (id = 'run-1') => runs.known().find((one) => one.id === id)?.events ?? [];

beforeEach(async () => {
  stubLocalStorage();
  await runs.load();
  await runs.remove(runs.known().map(({ id }) => id));
  await rememberOutput(RUN);
});

describe('runs', () => {
  it('are stored as they happen, and read as they were', async () => {
    expect(await tellRun('run-1', { kind: 'started' }, START + 5)).toBe(true);
    await Promise.all([
      tellRun('run-1', { kind: 'stopped', how: 'planned' }, START + 6),
      tellRun('run-1', { kind: 'note', text: 'a blob' }, START + 7),
    ]);
    expect(told().map(({ kind, at }) => `${kind} ${at - START}`)).toEqual([
      'started 5',
      'stopped 6',
      'note 7',
    ]);
    expect(parseRun(await stored('run-1'))).toEqual({ ok: true, value: runs.known()[0] });
    expect(parseRun({ ...RUN, picture: { columns: 9 } })).toMatchObject({
      value: { picture: null },
    });
    expect(parseRun({ ...RUN, events: [{ kind: 'exploded' }] }).ok).toBe(false);
    expect(parseRun({ ...RUN, runPlan: {} }).ok).toBe(false);
  });

  it('keep one written output of a job until it is begun', async () => {
    await rememberOutput({ ...RUN, id: 'run-2', writtenAt: START + 2 });
    expect(runs.known().map(({ id }) => id)).toEqual(['run-2']);
    await tellRun('run-2', { kind: 'started' });
    await rememberOutput({ ...RUN, id: 'run-3', writtenAt: START + 3 });
    await rememberOutput({ ...RUN, id: 'other', jobId: 'job-2', writtenAt: START + 4 });
    expect(runs.known().map(({ id }) => id)).toEqual(['other', 'run-3', 'run-2']);
  });

  it('lose no tap on a full disk: it is written when there is room, with its own time', async () => {
    const empty = fillDisk();
    expect(await tellRun('run-1', { kind: 'started' }, START + 11)).toBe(false);
    expect(told()).toEqual([]);
    empty();
    await retryWrites();
    expect(told()).toMatchObject([{ kind: 'started', at: START + 11 }]);
  });

  it('lie in the second place until they are over', async () => {
    const places = (): string[] => journalEntries().map(({ store, key }) => `${store}/${key}`);
    await tellRun('run-1', { kind: 'started' });
    expect(places()).toEqual(['runs/run-1']);
    await tellRun('run-1', { kind: 'finished' });
    expect(places()).toEqual([]);
  });

  it('tell when the plan was changed since it was written', async () => {
    const plan = { version: 7, swaps: [{ layer: 11 }], startAt: null };
    const put = async (one: unknown): Promise<void> => {
      const book = { chosen: '1', variants: [{ id: '1', plan: one }] };
      await (await database()).put('plans', { id: 'job-1', book }, 'job-1');
    };
    await put({ startAt: '2026-04-05T18:30', swaps: [{ layer: 11 }], version: 7 });
    expect(await isPlanChanged({ ...RUN, plan })).toBe(false);
    await put({ ...plan, swaps: [{ layer: 12 }] });
    expect(await isPlanChanged({ ...RUN, plan })).toBe(true);
    expect(await isPlanChanged({ ...RUN, plan: null })).toBe(false);
    expect(await isPlanChanged({ ...RUN, jobId: 'gone', plan })).toBe(false);
  });

  it('from another device are put together with what was told here', async () => {
    const handed = { id: 'far', runPlan: RUN.runPlan, startAt: null };
    await takeHanded({ ...handed, events: [{ kind: 'started', id: 'a', at: START + 1 }] });
    await tellRun('far', { kind: 'stopped', how: 'planned' }, START + 3);
    await takeHanded({
      ...handed,
      events: [
        { kind: 'started', id: 'a', at: START + 1 },
        { kind: 'note', id: 'b', at: START + 2, text: 'hot' },
      ],
    });
    expect(told('far').map(({ kind }) => kind)).toEqual(['started', 'note', 'stopped']);
  });

  it('come back from another device to the run that was written here', async () => {
    await tellRun('run-1', { kind: 'started' }, START + 1);
    const [begun] = told();
    const there: RunEvent = { kind: 'finished', id: 'f', at: START + 2 };
    const handed = { id: 'run-1', runPlan: RUN.runPlan, startAt: null, events: [begun, there] };
    expect(await takeHanded(handed)).toEqual({ jobId: 'job-1', news: 1 });
    expect(await takeHanded(handed)).toEqual({ jobId: 'job-1', news: 0 });
    expect(told().map(({ kind }) => kind)).toEqual(['started', 'finished']);
    expect(runs.known()[0]).toMatchObject({ jobId: 'job-1', isProven: true, plan: RUN.plan });
  });

  it('lead to the next print once, however often that is asked for', async () => {
    const plan = { ...RUN.runPlan, stand: { swap: 0, until: START } };
    await runs.edit('run-1', (run) => ({ ...run, runPlan: plan, startAt: START }));
    await tellRun('run-1', { kind: 'started' });
    await tellRun('run-1', { kind: 'finished' });
    const [over] = runs.known();
    const again = await printAgain(over);
    expect(again).not.toBe('run-1');
    expect(await printAgain(over)).toBe(again);
    expect(runs.known().length).toBe(2);
    const made = runs.known().find(({ id }) => id === again);
    expect(made).toMatchObject({ events: [], startAt: null, runPlan: { stand: null } });
    await tellRun(again!, { kind: 'started' });
    expect(await printAgain(over)).not.toBe(again);
  });

  it('know whether they have a job here', async () => {
    const db = await database();
    await db.put('jobs', { id: 'job-1', deleted: null });
    await db.put('jobs', { id: 'job-2', deleted: { at: START, held: [] } });
    const found = await Promise.all(['job-1', 'job-2', 'gone', HANDED].map(hasJob));
    expect(found).toEqual([true, false, false, false]);
  });
});
