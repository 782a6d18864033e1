import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { fillDisk, stubLocalStorage } from '../../../tests/support/browserStorage';
import { runPlan } from '../../../tests/support/runPlans';
import { storedJob, wholeJob } from '../../../tests/support/storedJobs';
import { KINDS, type BundleKind } from '@/core/bundle/form';
import { ordinarySpool } from '@/core/filament/shelf/spool';
import { EMPTY_LOG } from '@/core/log/runLog';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { bundleService } from '@/workers/bundle/bundleService';
import { saveBundle } from '../bundle/gather';
import { previewBundle } from '../bundle/preview';
import { takeBundle } from '../bundle/take';
import { commit } from './commit';
import { adoptDatabase, closeDatabase, database } from './db';
import { migrate, MIGRATIONS } from './migrations';
import { goOnWithNewDatabase, saveKnown } from './recovery';
import { isBundled, isJournaled, STORE_NAMES, STORES, UNDONE, type StoreName } from './stores';

vi.mock('@/workers/line/workerLine', () => ({
  withWorker: <T>(_kind: unknown, run: (service: unknown) => T): T => run(bundleService()),
}));

const GCODE = 'G28\n';
const fingerprint = createHash('sha256').update(GCODE).digest('hex');
const PNG = Uint8Array.from(
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  ),
);
const id = 'one';

/** A record of each store that goes to a file: one that is missing here does not compile. */
const SAMPLES: Readonly<Record<BundleKind, unknown>> = {
  jobs: storedJob(id, { fingerprint, bytes: GCODE.length }),
  plans: wholeJob(id).plans,
  printers: { id, addedAt: 1, printer: { ...ORDINARY_PROFILE, name: 'Attic' } },
  spools: ordinarySpool({ id, name: 'Fog' }),
  measurements: {
    id,
    takenAt: 3,
    day: '2026-12-03',
    piece: 'smallest',
    printerId: 'attic',
    about: 'Smallest details',
    values: [{ subject: 'finest.gapMm', value: 0.5, spread: 0.1, before: null }],
  },
  runs: {
    id,
    jobId: id,
    writtenAt: 1.7e12,
    runPlan: runPlan([600, 300]),
    plan: null,
    outputs: [],
    isProven: true,
    picture: null,
    startAt: null,
    isRehearsal: false,
    events: [],
    log: EMPTY_LOG,
  },
  photos: { id, runId: id, addedAt: 2, width: 1, height: 1, blob: new Blob([PNG]) },
};

/** Begins with an empty browser; what is in its second place stays when the database alone is lost. */
async function newBrowser(isAll = true): Promise<void> {
  await closeDatabase();
  vi.stubGlobal('indexedDB', new IDBFactory());
  if (isAll) stubLocalStorage();
  else await expect(database()).rejects.toThrow(/an empty one/);
  if (isAll) await adoptDatabase();
}

const fill = (stores: readonly BundleKind[]): Promise<boolean> =>
  commit({
    what: 'one of each',
    stores: STORE_NAMES,
    make: () => [
      ...stores.map((store) => ({ store, key: id, value: SAMPLES[store] })),
      { store: 'files', key: id, value: new Blob([GCODE]) },
    ],
  });

async function counts(): Promise<Partial<Record<StoreName, number>>> {
  const db = await database();
  const found = await Promise.all(KINDS.map(async (store) => [store, await db.count(store)]));
  return Object.fromEntries(found) as Partial<Record<StoreName, number>>;
}

beforeEach(async () => {
  vi.stubGlobal('navigator', {});
  await newBrowser();
});

describe('where records go', () => {
  it('is said of each store of the database, as the migrations make it, and of no other', async () => {
    for (const { to } of MIGRATIONS) {
      const name = `up-to-${to}`;
      const upTo = MIGRATIONS.filter((one) => one.to <= to);
      const db = await openDB(name, to, {
        upgrade: (one, from, _to, tx) => migrate(one as never, from, tx as never, upTo),
      });
      const wanted = STORE_NAMES.filter((store) => STORES[store].since <= to);
      expect([...db.objectStoreNames].sort()).toEqual([...wanted].sort());
      db.close();
    }
  });

  it('is said of each collection of the program', () => {
    const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((name) =>
      /(?<!\.test)\.ts$/.test(name),
    );
    const made = files.flatMap((name) => {
      const text = readFileSync(join('src', name), 'utf8');
      return [...text.matchAll(/createCollection<\w+>\(\{\s*store: '(\w+)'/g)].map(
        ([, one]) => one,
      );
    });
    expect(made.length).toBeGreaterThan(5);
    expect(made.filter((one) => !Object.hasOwn(STORES, one))).toEqual([]);
    // What is a collection of records that a person makes is saved, kept and taken back.
    const following: readonly string[] = ['entries'];
    const own = made.filter((one) => !following.includes(one)) as StoreName[];
    expect(own.filter((one) => !isBundled(one) || !isJournaled(one))).toEqual([]);
  });

  it('is a reason wherever it is nowhere', () => {
    for (const store of STORE_NAMES) {
      for (const place of Object.values(STORES[store])) {
        if (typeof place === 'object' && 'out' in place) expect(place.out).toMatch(/^[A-Z].+\.$/);
      }
    }
    expect(STORE_NAMES.filter(isBundled)).toEqual([...KINDS]);
  });

  it('brings each of them back from a file with everything, and takes that back', async () => {
    const packed = await fill(KINDS).then(() =>
      saveBundle(
        { holds: 'everything', kinds: new Set(KINDS), files: true, settings: false, jobId: null },
        Date.now(),
        null,
        () => {},
      ),
    );
    if (!packed.ok) throw new Error(packed.refusal.message);
    const file = new File([packed.value.blob as Blob], 'all.lamella.zip');
    await newBrowser();
    const preview = await previewBundle(file, () => {});
    if (!preview.ok) throw new Error(preview.refusal.message);
    expect(preview.value.unusable).toEqual([]);
    const { items } = preview.value;
    const before = await counts();
    const taken = await takeBundle(file, preview.value, { items, settings: false }, () => {});
    const db = await database();
    for (const store of STORE_NAMES.filter(isBundled)) {
      expect(await db.get(store, id), store).toBeDefined();
    }
    // The bytes of a job go with it.
    expect(await db.get('files', id)).toBeDefined();
    expect(taken.ok && (await taken.value())).toBe(0);
    expect(await counts()).toEqual(before);
    expect(await db.get('files', id)).toBeUndefined();
    expect(UNDONE).toEqual(expect.arrayContaining([...KINDS, 'files', 'entries']));
  });

  it('brings back from the second place what is said to be there, when the database is lost', async () => {
    await fill(KINDS);
    await newBrowser(false);
    expect(await goOnWithNewDatabase()).toBe(true);
    const db = await database();
    for (const store of KINDS) {
      const isThere = (await db.get(store, id)) !== undefined;
      expect(isThere, store).toBe(isJournaled(store));
    }
  });

  it('brings it back while a screen still looks for the old database', async () => {
    await fill(KINDS);
    await newBrowser(false);
    const late = expect(database()).rejects.toThrow(/an empty one/);
    expect(await goOnWithNewDatabase()).toBe(true);
    await late;
    expect(await (await database()).get('plans', id)).toBeDefined();
  });

  it('brings nothing back onto a disk that is still full, and all of it once there is room', async () => {
    await fill(KINDS);
    await newBrowser(false);
    const makeRoom = fillDisk();
    expect(await goOnWithNewDatabase()).toBe(false);
    makeRoom();
    // The empty one is still not taken for this browser's own, over a reload as well.
    await expect(database()).rejects.toThrow(/an empty one/);
    expect(await goOnWithNewDatabase()).toBe(true);
    expect(await (await database()).get('plans', id)).toBeDefined();
  });

  it('saves the second place as a file that opens as any other, with when each was changed', async () => {
    await fill(KINDS);
    await newBrowser(false);
    const packed = await saveKnown(Date.now());
    if (!packed.ok) throw new Error(packed.refusal.message);
    const file = new File([packed.value.blob as Blob], 'rescued.lamella.zip');
    await newBrowser();
    const preview = await previewBundle(file, () => {});
    if (!preview.ok) throw new Error(preview.refusal.message);
    const parts = preview.value.items.flatMap((item) => item.parts);
    const mine = parts.filter(({ record }) => record.id === id);
    expect(mine.map(({ kind }) => kind).sort()).toEqual(STORE_NAMES.filter(isJournaled).sort());
    expect(mine.every(({ thereAt }) => thereAt !== null && thereAt > 1.7e12)).toBe(true);
  });
});
