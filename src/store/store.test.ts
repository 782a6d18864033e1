import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { layerNumber } from '@/core/gcode/layers';
import { emptyPlan, withSwap } from '@/core/plan/jobPlan';
import { bookOf, withChosen, withCopy, withoutVariant, type PlanBook } from '@/core/plan/planBook';
import { database, type Job } from './db';
import { listJobs, loadJob, removeJob, saveBook, saveJob } from './jobs';
import { checkMigrations, DB_VERSION, migrate, MIGRATIONS } from './migrations';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import {
  addPrinter,
  loadPrinters,
  printerWithId,
  removePrinter,
  savePrinter,
  usePrinters,
} from './printersStore';
import { withReservation } from '@/core/filament/reserve';
import { ordinarySpool } from '@/core/filament/spool';
import { ORDINARY_PRESENCE } from '@/core/schedule/presence';
import { useOutputSettings } from './outputSettings';
import { usePresence } from './presenceSettings';
import {
  loadShelf,
  releaseJob,
  removeSpools,
  replaceShelf,
  saveSpools,
  useShelf,
} from './shelfStore';
import { PlanSaver, type SaveState } from './planSaver';
import {
  addSwap,
  beginDrag,
  endDrag,
  moveSwap,
  changeBook,
  historyNames,
  openBook,
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
  beforeEach(() => openBook(bookOf(plan)));

  it('undoes and redoes every change, and names it', () => {
    addSwap(n(11));
    addSwap(n(26));
    setFilament(1, 'D', 40);
    removeSwap(n(11));
    expect(historyNames()).toEqual({ undo: 'removal of the swap before layer 11', redo: null });
    for (let i = 0; i < 4; i++) undo();
    expect(usePlanStore.getState().plan).toEqual(plan);
    expect(historyNames()).toEqual({ undo: null, redo: 'swap before layer 11' });
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
    const before = usePlanStore.getState().book as PlanBook;
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
    const before = usePlanStore.getState().book as PlanBook;
    beginDrag();
    moveSwap(n(11), n(12), 40);
    endDrag(before, false);
    expect(swaps()).toEqual([11]);
    undo();
    expect(swaps()).toEqual([]);
  });
});

describe('plans side by side', () => {
  it('are chosen and deleted with undo, and keep their changes apart', () => {
    openBook(bookOf(plan));
    addSwap(n(11));
    changeBook('another plan', withCopy);
    addSwap(n(26));
    expect(swaps()).toEqual([11, 26]);
    changeBook('choice', (book) => withChosen(book, '1'));
    expect(swaps()).toEqual([11]);
    changeBook('deletion', (book) => withoutVariant(book, '2'));
    undo();
    undo();
    expect(swaps()).toEqual([11, 26]);
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
          written.push(made.variants[0].plan.swaps.length);
          release.push(resolve);
        }),
      (state) => states.push(state),
    );
    saver.save(bookOf(plan));
    saver.save(bookOf(withSwap(plan, n(2))));
    saver.save(bookOf(withSwap(withSwap(plan, n(2)), n(3))));
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
    saver.save(bookOf(plan));
    await saver.settled();
    expect(saver.state).toBe('failed');
    broken = false;
    saver.save(bookOf(plan));
    await saver.settled();
    expect(saver.state).toBe('saved');
  });
});

describe('the database', () => {
  it('keeps a job with its file and plan, and gives it back after deleting', async () => {
    await saveJob({ job, file: new Blob(['G90']), book: bookOf(plan) });
    await saveBook(job.id, bookOf(withSwap(plan, n(5))));
    expect((await listJobs()).map((one) => one.id)).toEqual(['job-1']);
    const stored = await loadJob('job-1');
    expect(stored?.book).toEqual({ ok: true, value: bookOf(withSwap(plan, n(5))) });
    const removed = await removeJob('job-1');
    expect(await listJobs()).toEqual([]);
    if (removed) await saveJob(removed);
    expect((await loadJob('job-1'))?.job).toEqual(job);
    await removeJob('job-1');
  });

  it('says that a stored plan is damaged instead of using it', async () => {
    const broken = bookOf({ ...plan, firstLetter: '?' });
    await saveJob({ job, file: new Blob(['G90']), book: broken });
    expect((await loadJob('job-1'))?.book.ok).toBe(false);
  });
});

describe('printers', () => {
  it('begin with the examples, once, and keep every change', async () => {
    const seeded = await loadPrinters();
    expect(seeded.map(({ printer }) => printer.name)).toEqual([
      'Sluice',
      'Old bittern',
      'Round pond',
    ]);
    const added = await addPrinter({ ...ORDINARY_PROFILE, name: 'Attic printer' });
    await savePrinter({ ...added, printer: { ...added.printer, liftMm: 33 } });
    const known = () => usePrinters.getState().printers;
    expect(printerWithId(known(), added.id)).toMatchObject({ name: 'Attic printer', liftMm: 33 });
    const db = await database();
    expect((await db.get('printers', added.id))?.printer.liftMm).toBe(33);
    await removePrinter(added.id);
    expect(await db.get('printers', added.id)).toBeUndefined();
    expect(printerWithId(known(), added.id)).toBe(ORDINARY_PROFILE);
    expect(printerWithId(null, null)).toBe(ORDINARY_PROFILE);
  });
});

describe('the shelf', () => {
  it('begins with a made-up one, once, and keeps every change', async () => {
    expect(await loadShelf()).toHaveLength(12);
    const [first] = useShelf.getState().spools ?? [];
    await saveSpools([{ ...first, gramsLeft: 12 }]);
    const db = await database();
    expect((await db.get('spools', first.id))?.gramsLeft).toBe(12);
    expect(useShelf.getState().spools).toHaveLength(12);
    await removeSpools([first.id]);
    expect(await db.get('spools', first.id)).toBeUndefined();
    const fresh = ordinarySpool({ id: 'fog', name: 'Fog' });
    const before = await replaceShelf([fresh]);
    expect(before).toHaveLength(11);
    expect((await db.getAll('spools')).map(({ name }) => name)).toEqual(['Fog']);
    await replaceShelf(before);
    expect(useShelf.getState().spools).toHaveLength(11);
  });
});

describe('reservations', () => {
  const promise = { jobId: 'job-1', jobName: 'Hide plate 7', grams: 9 };

  it('are kept, and go with the job that they were for', async () => {
    const fog = ordinarySpool({ id: 'fog', name: 'Fog', gramsLeft: 40 });
    const mist = ordinarySpool({ id: 'mist', name: 'Mist', gramsLeft: 40 });
    const other = { ...promise, jobId: 'job-2' };
    await loadShelf();
    const before = await replaceShelf([
      withReservation(withReservation(fog, promise), other),
      withReservation(mist, other),
    ]);
    const held = await releaseJob('job-1');
    expect(held.map(({ name }) => name)).toEqual(['Fog']);
    const db = await database();
    expect((await db.get('spools', 'fog'))?.reserved).toEqual([other]);
    expect((await db.get('spools', 'mist'))?.reserved).toEqual([other]);
    await saveSpools(held);
    expect((await db.get('spools', 'fog'))?.reserved).toEqual([promise, other]);
    expect(await releaseJob('job-9')).toEqual([]);
    await replaceShelf(before);
  });
});

describe('settings of this browser', () => {
  it('begin with an ordinary night, and hold for all jobs', () => {
    expect(usePresence.getState()).toMatchObject(ORDINARY_PRESENCE);
    expect(useOutputSettings.getState().reserves).toBe(false);
    usePresence.setState({ night: null });
    useOutputSettings.setState({ reserves: true });
    expect(usePresence.getState()).toMatchObject({ night: null, away: [] });
    expect(useOutputSettings.getState().reserves).toBe(true);
    usePresence.setState(ORDINARY_PRESENCE);
    useOutputSettings.setState({ reserves: false });
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
        const picture = from < 2 ? {} : { picture: null };
        await old.put('jobs', { id: 'old', name: 'Old job', ...picture });
        await old.put('plans', from < 3 ? plan : bookOf(plan), 'old');
        const { reserved: _none, ...spool } = ordinarySpool({ id: 'old', name: 'Old spool' });
        if (from === 4) await old.put('spools', spool);
        old.close();
      }
      const db = await openDB(name, DB_VERSION, {
        upgrade: (one, before, _to, tx) => migrate(one as never, before, tx as never),
      });
      if (from > 0) {
        expect(await db.get('jobs', 'old')).toMatchObject({ name: 'Old job', picture: null });
        expect(await db.get('plans', 'old')).toEqual(bookOf(plan));
      }
      if (from === 4) expect((await db.get('spools', 'old'))?.reserved).toEqual([]);
      expect([...db.objectStoreNames].sort()).toEqual([
        'files',
        'jobs',
        'meta',
        'plans',
        'printers',
        'spools',
      ]);
      db.close();
    },
  );
});
