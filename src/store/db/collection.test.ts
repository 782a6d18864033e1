import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ordinarySpool, type Spool } from '@/core/filament/shelf/spool';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { fillDisk, stubLocalStorage } from '../../../tests/support/browserStorage';
import { storedJob, wholeJob } from '../../../tests/support/storedJobs';
import { useAside } from '../records/aside';
import { commit } from './commit';
import { database } from './db';
import type { StoreName } from './stores';
import { allPlans, jobs, saveWholeJob } from '../jobs/jobs';
import { addPrinter, printers, printerWithId } from '../printers';
import { shelf } from '../shelf';
import { retryWrites, saveStateOf, useWrites } from './writes';

const saving = () => saveStateOf(useWrites.getState());

beforeEach(() => {
  stubLocalStorage();
});
afterEach(() => {
  vi.restoreAllMocks();
  useWrites.setState({ failed: [] });
});

describe('the shelf', () => {
  it('begins with a made-up one, once, and stores every change before it is shown', async () => {
    expect(await shelf.load()).toHaveLength(12);
    const [first] = shelf.known();
    const saved = shelf.save([{ ...first, gramsLeft: 12 }]);
    expect(saving()).toBe('saving');
    expect(shelf.known()).toContain(first);
    expect(await saved).toBe(true);
    const db = await database();
    expect(await db.get('spools', first.id)).toMatchObject({ gramsLeft: 12 });
    expect(shelf.known().find(({ id }) => id === first.id)?.gramsLeft).toBe(12);
    expect(saving()).toBe('saved');
  });

  it('takes a deletion back without what happened in between', async () => {
    const [first, second] = await shelf.load();
    const undo = await shelf.remove([first.id]);
    await shelf.save([{ ...second, note: 'dried' }]);
    expect(await undo?.()).toBe(0);
    const known = new Map(shelf.known().map((spool) => [spool.id, spool]));
    expect(known.get(first.id)).toEqual(first);
    expect(known.get(second.id)?.note).toBe('dried');
  });

  it('leaves what was changed since as it is, and says how much', async () => {
    const fog = ordinarySpool({ id: 'fog', name: 'Fog' });
    const mist = ordinarySpool({ id: 'mist', name: 'Mist' });
    const before = shelf.known();
    const undo = await shelf.change(
      'a file',
      [fog, mist],
      before.map(({ id }) => id),
    );
    await shelf.save([{ ...mist, gramsLeft: 7 }]);
    expect(await undo?.()).toBe(1);
    const names = shelf.known().map(({ name }) => name);
    expect(names).toHaveLength(before.length + 1);
    expect(names).toContain('Mist');
    await shelf.remove(['mist']);
  });

  it('stores nothing that could not be read again', async () => {
    const [first] = await shelf.load();
    const long = { ...first, name: 'n'.repeat(61) };
    expect(await shelf.save([long])).toBe(false);
    expect(await shelf.edit(first.id, () => long)).toBe(false);
    expect(await (await database()).get('spools', first.id)).toMatchObject({ name: first.name });
    expect(saving()).toBe('saved');
  });

  it('stores the fields that a form has changed, and no others', async () => {
    const [first] = await shelf.load();
    // The form was opened with this; meanwhile another tab has weighed the spool.
    await shelf.edit(first.id, (spool) => ({ ...spool, gramsLeft: 41 }));
    await shelf.save([{ ...first, note: 'from the form' }], [first]);
    expect(shelf.known().find(({ id }) => id === first.id)).toMatchObject({
      gramsLeft: 41,
      note: 'from the form',
    });
  });

  it('changes a record as it is stored then, whatever was shown', async () => {
    const [first] = await shelf.load();
    const db = await database();
    await db.put('spools', { ...first, gramsLeft: 33 });
    await shelf.edit(first.id, (spool) => ({ ...spool, note: 'weighed' }));
    expect(await db.get('spools', first.id)).toMatchObject({ gramsLeft: 33, note: 'weighed' });
  });
});

describe('printers', () => {
  it('begin with the examples and keep every change', async () => {
    const seeded = await printers.load();
    expect(seeded.map(({ printer }) => printer.name)).toEqual([
      'Sluice',
      'Old bittern',
      'Round pond',
    ]);
    const id = (await addPrinter({ ...ORDINARY_PROFILE, name: 'Attic printer' })) ?? '';
    await printers.edit(id, (one) => ({ ...one, printer: { ...one.printer, liftMm: 33 } }));
    expect(printerWithId(printers.known(), id)).toMatchObject({
      name: 'Attic printer',
      liftMm: 33,
    });
    await printers.remove([id]);
    expect(printerWithId(printers.known(), id)).toBe(ORDINARY_PROFILE);
    expect(printerWithId(null, null)).toBe(ORDINARY_PROFILE);
  });

  it('are read although they do not fit together yet', async () => {
    await printers.load();
    const far = { ...ORDINARY_PROFILE, name: 'Odd park', park: { x: 900, y: 0 } };
    const id = await addPrinter(far);
    const db = await database();
    expect(await db.get('printers', id ?? '')).toBeDefined();
    expect(useAside.getState().all.filter(({ store }) => store === 'printers')).toEqual([]);
  });
});

/** One change of each collection that stores something. */
const CHANGES: readonly (readonly [string, () => Promise<unknown>, () => readonly unknown[]])[] = [
  ['a spool', () => shelf.save([ordinarySpool({ id: 'fog', name: 'Fog' })]), shelf.known],
  ['a printer', () => addPrinter({ ...ORDINARY_PROFILE, name: 'Shed' }), printers.known],
  ['a job', () => jobs.save([storedJob('job-9')]), jobs.known],
  ['plans', () => allPlans.save([wholeJob('job-9').plans]), allPlans.known],
];

describe('a disk without room', () => {
  beforeEach(async () => {
    await Promise.all([shelf.load(), printers.load(), jobs.load(), allPlans.load()]);
  });

  it.each(CHANGES)(
    'is said for %s, which is written once there is room',
    async (_name, change, known) => {
      const before = known();
      const makeRoom = fillDisk();
      expect(await change()).toBeFalsy();
      expect(known()).toEqual(before);
      expect(saving()).toBe('failed');
      expect(useWrites.getState().failed[0].why).toContain('no space left');
      expect(await retryWrites()).toBe(false);
      makeRoom();
      expect(await retryWrites()).toBe(true);
      expect(saving()).toBe('saved');
      expect(known()).toHaveLength(before.length + 1);
    },
  );

  it('is over with the next change, which never gives way to an older one', async () => {
    const makeRoom = fillDisk();
    const mist = ordinarySpool({ id: 'mist', name: 'Mist' });
    await shelf.save([{ ...mist, gramsLeft: 1 }]);
    await shelf.save([ordinarySpool({ id: 'haze', name: 'Haze' })]);
    makeRoom();
    await shelf.save([{ ...mist, gramsLeft: 2 }]);
    expect(saving()).toBe('saved');
    const left = new Map(shelf.known().map(({ id, gramsLeft }) => [id, gramsLeft]));
    expect(left.get('mist')).toBe(2);
    expect(left.has('haze')).toBe(true);
  });

  it('costs nothing that another tab has saved meanwhile: the fields that were changed are tried again', async () => {
    const mist = ordinarySpool({ id: 'mist', name: 'Mist', gramsLeft: 9 });
    await shelf.save([mist]);
    const makeRoom = fillDisk();
    await shelf.save([{ ...mist, note: 'dried', gramsLeft: 8 }]);
    await shelf.edit('mist', (spool) => ({ ...spool, pricePerKg: 20, diameter: 2.85 }));
    makeRoom();
    // Another tab writes past what this one knows.
    await (await database()).put('spools', { ...mist, gramsLeft: 5, diameter: 3, name: 'Mist 2' });
    expect(await retryWrites()).toBe(true);
    expect(await (await database()).get('spools', 'mist')).toMatchObject({
      name: 'Mist 2',
      gramsLeft: 5,
      diameter: 3,
      note: 'dried',
      pricePerKg: 20,
    });
  });

  it('takes no change away with it that came after', async () => {
    const mist = ordinarySpool({ id: 'mist', name: 'Mist' });
    await shelf.save([mist]);
    const makeRoom = fillDisk();
    await shelf.edit('mist', (spool) => ({ ...spool, note: 'dried' }));
    makeRoom();
    await shelf.edit('mist', (spool) => ({ ...spool, gramsLeft: 4 }));
    expect(saving()).toBe('saved');
    expect(shelf.known().find(({ id }) => id === 'mist')).toMatchObject({
      note: 'dried',
      gramsLeft: 4,
    });
  });

  it('deletes nothing that was changed since it was to be deleted', async () => {
    const mist = ordinarySpool({ id: 'mist', name: 'Mist', note: '' });
    await shelf.save([mist]);
    const makeRoom = fillDisk();
    const { delete: real } = IDBObjectStore.prototype;
    const spy = vi.spyOn(IDBObjectStore.prototype, 'delete').mockImplementation(() => {
      throw new DOMException('No room.', 'QuotaExceededError');
    });
    expect(await shelf.remove(['mist'])).toBeNull();
    spy.mockImplementation(function (this: IDBObjectStore, key) {
      return real.call(this, key);
    });
    makeRoom();
    await (await database()).put('spools', { ...mist, note: 'weighed elsewhere' });
    expect(await retryWrites()).toBe(true);
    expect(await (await database()).get('spools', 'mist')).toMatchObject({
      note: 'weighed elsewhere',
    });
  });

  it('refuses a job as a whole', async () => {
    const makeRoom = fillDisk();
    const refused = await saveWholeJob(wholeJob('job-7'));
    makeRoom();
    expect(refused).toMatchObject({ ok: false, refusal: { code: 'not-stored' } });
    expect(saving()).toBe('saved');
    expect(await (await database()).get('files', 'job-7')).toBeUndefined();
  });
});

/** A record of each kind that nobody can read. */
const UNREADABLE: readonly (readonly [StoreName, unknown, () => Promise<readonly unknown[]>])[] = [
  ['spools', { id: 'odd', gramsLeft: 'much' }, shelf.load],
  ['printers', { id: 'odd', addedAt: 1, printer: { volume: 'large' } }, printers.load],
  ['jobs', { id: 'odd', name: 7 }, jobs.load],
  ['plans', { id: 'odd', revision: 1, book: null }, allPlans.load],
];

describe('a record that cannot be read', () => {
  it.each(UNREADABLE)('of %s is set aside, and takes nothing with it', async (store, odd) => {
    vi.resetModules();
    const stores = {
      db: await import('./db'),
      aside: await import('../records/aside'),
      jobs: await import('../jobs/jobs'),
      printers: await import('../printers'),
      shelf: await import('../shelf'),
      commit: await import('./commit'),
    };
    const db = await stores.db.database();
    if (store === 'plans') await db.put(store, odd, 'odd');
    else await db.put(store, odd);
    const collections = {
      spools: stores.shelf.shelf,
      printers: stores.printers.printers,
      jobs: stores.jobs.jobs,
      plans: stores.jobs.allPlans,
    };
    const collection = collections[store as keyof typeof collections];
    const records: readonly { readonly id: string }[] = await collection.load();
    expect(records.some(({ id }) => id === 'odd')).toBe(false);
    const aside = stores.aside.useAside.getState().all;
    expect(aside).toMatchObject([{ store, key: 'odd', record: odd }]);
    expect(stores.aside.asideJson(aside[0])).toContain('odd');
    expect(await db.get(store, 'odd')).toEqual(odd);
    await stores.commit.commit({
      what: 'it',
      stores: [store],
      make: () => [{ store, key: 'odd' }],
    });
    expect(stores.aside.useAside.getState().all).toEqual([]);
    await stores.db.closeDatabase();
  });
});

describe('a database that is another one', () => {
  it('is not written into, and the old one is found again', async () => {
    const spool: Spool = ordinarySpool({ id: 'dusk', name: 'Dusk' });
    await shelf.load();
    const db = await database();
    const id = (await db.get('meta', 'database-id')) as string;
    await db.put('meta', 'another', 'database-id');
    expect(await shelf.save([spool])).toBe(false);
    expect(useWrites.getState().failed[0].why).toContain('Lamella has not written to it');
    await expect(database()).rejects.toThrow(/an empty one/);
    const raw = await openDB('lamella');
    expect(await raw.get('spools', 'dusk')).toBeUndefined();
    await raw.put('meta', id, 'database-id');
    raw.close();
    expect(await retryWrites()).toBe(true);
    expect(shelf.known().some((one) => one.id === 'dusk')).toBe(true);
  });
});

describe('a change', () => {
  it('that fails in the middle leaves nothing behind', async () => {
    const isWritten = await commit({
      what: 'two spools',
      stores: ['spools'],
      make: () => [
        { store: 'spools', key: 'half', value: { id: 'half' } },
        { store: 'spools', key: 'bad', value: { id: 'bad', run: () => {} } },
      ],
    });
    expect(isWritten).toBe(false);
    expect(await (await database()).get('spools', 'half')).toBeUndefined();
  });
});
