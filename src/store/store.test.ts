import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { layerNumber } from '@/core/gcode/layers';
import { emptyPlan, withSwap, type JobPlan } from '@/core/plan/jobPlan';
import type { Job } from './db';
import { listJobs, loadJob, removeJob, saveJob, savePlan } from './jobs';
import { checkMigrations, DB_VERSION, migrate, MIGRATIONS } from './migrations';
import { PlanSaver, type SaveState } from './planSaver';
import {
  addSwap,
  beginDrag,
  endDrag,
  moveSwap,
  openPlan,
  redo,
  removeSwap,
  setFilament,
  undo,
  usePlanStore,
} from './planStore';

const plan = emptyPlan('cd'.repeat(32));
const n = layerNumber;
const swaps = () => usePlanStore.getState().plan?.swaps.map((swap) => swap.layer);

const job: Job = {
  id: 'job-1',
  name: 'Hide plate 7',
  fileName: 'hide-plate-7.gcode',
  bytes: 3,
  fingerprint: plan.fingerprint,
  layers: 40,
  height: 8.04,
  seconds: 2900,
  addedAt: 1,
  isDemo: true,
  picture: null,
};

describe('the plan on the desk', () => {
  beforeEach(() => openPlan(plan));

  it('undoes and redoes every change, and names it', () => {
    addSwap(n(11));
    addSwap(n(26));
    setFilament(1, 'D');
    removeSwap(n(11));
    expect(usePlanStore.getState().change).toBe('removal of the swap before layer 11');
    for (let i = 0; i < 4; i++) undo();
    expect(usePlanStore.getState().plan).toEqual(plan);
    for (let i = 0; i < 2; i++) redo();
    expect(swaps()).toEqual([11, 26]);
  });

  it('takes a change that changes nothing for none', () => {
    addSwap(n(11));
    addSwap(n(11));
    undo();
    expect(swaps()).toEqual([]);
  });

  it('makes one step of history out of a drag', () => {
    addSwap(n(11));
    const before = usePlanStore.getState().plan as JobPlan;
    beginDrag();
    for (let layer = 11; layer < 20; layer++) moveSwap(n(layer), n(layer + 1), 40);
    endDrag(before, true);
    expect(swaps()).toEqual([20]);
    undo();
    expect(swaps()).toEqual([11]);
    redo();
    expect(swaps()).toEqual([20]);
  });

  it('goes back to the beginning of a drag that is given up', () => {
    addSwap(n(11));
    const before = usePlanStore.getState().plan as JobPlan;
    beginDrag();
    moveSwap(n(11), n(12), 40);
    endDrag(before, false);
    expect(swaps()).toEqual([11]);
    undo();
    expect(swaps()).toEqual([]);
  });
});

describe('PlanSaver', () => {
  it('writes one at a time and always the latest', async () => {
    const written: number[] = [];
    const states: SaveState[] = [];
    const release: (() => void)[] = [];
    const saver = new PlanSaver(
      (made) =>
        new Promise((resolve) => {
          written.push(made.swaps.length);
          release.push(resolve);
        }),
      (state) => states.push(state),
    );
    saver.save(plan);
    saver.save(withSwap(plan, n(2)));
    saver.save(withSwap(withSwap(plan, n(2)), n(3)));
    release[0]();
    await new Promise((resolve) => setTimeout(resolve));
    release[1]();
    await saver.settled();
    expect(written).toEqual([0, 2]);
    expect(states).toEqual(['saving', 'saved']);
  });

  it('says when it failed, and tries again with the next change', async () => {
    let broken = true;
    const saver = new PlanSaver(
      async () => {
        if (broken) throw new Error('full');
      },
      () => {},
    );
    saver.save(plan);
    await saver.settled();
    expect(saver.state).toBe('failed');
    broken = false;
    saver.save(plan);
    await saver.settled();
    expect(saver.state).toBe('saved');
  });
});

describe('the database', () => {
  it('keeps a job with its file and plan, and gives it back after deleting', async () => {
    await saveJob({ job, file: new Blob(['G90']), plan });
    await savePlan(job.id, withSwap(plan, n(5)));
    expect((await listJobs()).map((one) => one.id)).toEqual(['job-1']);
    const stored = await loadJob('job-1');
    expect(stored?.plan).toEqual({ ok: true, value: withSwap(plan, n(5)) });
    const removed = await removeJob('job-1');
    expect(await listJobs()).toEqual([]);
    if (removed) await saveJob(removed);
    expect((await loadJob('job-1'))?.job).toEqual(job);
    await removeJob('job-1');
  });

  it('says that a stored plan is damaged instead of using it', async () => {
    const broken = { ...plan, firstLetter: '?' };
    await saveJob({ job, file: new Blob(['G90']), plan: broken });
    expect((await loadJob('job-1'))?.plan.ok).toBe(false);
  });
});

describe('migrations', () => {
  it('refuses a list with a gap or a double', () => {
    const run = () => {};
    expect(() =>
      checkMigrations([
        { to: 1, run },
        { to: 3, run },
      ]),
    ).toThrow(/2 is numbered 3/);
    expect(() =>
      checkMigrations([
        { to: 1, run },
        { to: 1, run },
      ]),
    ).toThrow(/2 is numbered 1/);
  });

  it.each(MIGRATIONS.map(({ to }) => to - 1))(
    'brings version %d to the newest shape',
    async (from) => {
      const name = `from-${from}`;
      const upTo = MIGRATIONS.filter(({ to }) => to <= from);
      if (from > 0) {
        const old = await openDB(name, from, {
          upgrade: (db, before, _to, tx) => migrate(db as never, before, tx as never, upTo),
        });
        await old.put('jobs', { id: 'old', name: 'Old job' });
        old.close();
      }
      const db = await openDB(name, DB_VERSION, {
        upgrade: (one, before, _to, tx) => migrate(one as never, before, tx as never),
      });
      if (from > 0)
        expect(await db.get('jobs', 'old')).toMatchObject({ name: 'Old job', picture: null });
      expect([...db.objectStoreNames].sort()).toEqual(['files', 'jobs', 'meta', 'plans']);
      db.close();
    },
  );
});
