import type { IDBPDatabase, IDBPTransaction } from 'idb';
import { newId } from '@/workers/ids';
import { pictureIn, storedContent } from '../records/recordShapes';

/** The transaction in which the database changes its shape. */
export type UpgradeTransaction = IDBPTransaction<unknown, string[], 'versionchange'>;

/** One numbered step of the database's shape; it runs once, in order, inside the upgrade transaction. */
export interface Migration {
  readonly to: number;
  readonly run: (
    db: IDBPDatabase<unknown>,
    transaction: UpgradeTransaction,
  ) => Promise<void> | void;
}

/** Where a database keeps its own id, among `meta`. */
export const ID_KEY = 'database-id';

export const MIGRATIONS: readonly Migration[] = [
  {
    to: 1,
    run: (db) => {
      db.createObjectStore('jobs', { keyPath: 'id' });
      db.createObjectStore('files');
      db.createObjectStore('plans');
      db.createObjectStore('meta');
    },
  },
  {
    to: 2,
    // Jobs got a picture; those that are there have none until they are opened.
    run: async (_db, transaction) => {
      const jobs = transaction.objectStore('jobs');
      for (const job of await jobs.getAll()) {
        if (isRecord(job)) await jobs.put({ ...job, picture: null });
      }
    },
  },
  {
    to: 3,
    // A job holds several plans; the one that is there becomes the first of its book.
    run: async (_db, transaction) => {
      const plans = transaction.objectStore('plans');
      for (const id of await plans.getAllKeys()) {
        const plan = (await plans.get(id)) as unknown;
        const variants = [{ id: '1', name: 'Plan 1', plan }];
        await plans.put({ version: 1, chosen: '1', variants }, id);
      }
    },
  },
  {
    to: 4,
    // Printers have profiles of their own, and there is a shelf of spools.
    run: (db) => {
      db.createObjectStore('printers', { keyPath: 'id' });
      db.createObjectStore('spools', { keyPath: 'id' });
    },
  },
  {
    to: 5,
    // Grams of a spool can be promised to a job.
    run: async (_db, transaction) => {
      const spools = transaction.objectStore('spools');
      for (const spool of await spools.getAll()) {
        if (isRecord(spool)) await spools.put({ ...spool, reserved: [] });
      }
    },
  },
  {
    to: 6,
    // The database knows itself again, plans count their writes, and deleted jobs stay for a while.
    run: async (_db, transaction) => {
      await transaction.objectStore('meta').put(newId(), ID_KEY);
      const plans = transaction.objectStore('plans');
      for (const id of await plans.getAllKeys()) {
        const book = (await plans.get(id)) as unknown;
        await plans.put({ id, revision: 1, book, aside: [] }, id);
      }
      const jobs = transaction.objectStore('jobs');
      for (const job of await jobs.getAll()) {
        if (isRecord(job)) await jobs.put({ ...job, deleted: null });
      }
    },
  },
  {
    to: 7,
    // What was written is remembered, and how each run of it went.
    run: (db) => {
      db.createObjectStore('runs', { keyPath: 'id' });
    },
  },
  {
    to: 8,
    // The logbook's lines, which follow from the runs and are made when it is opened, and their photos.
    run: (db) => {
      db.createObjectStore('entries', { keyPath: 'id' });
      db.createObjectStore('photos', { keyPath: 'id' });
    },
  },
  {
    to: 9,
    // Records say when they were changed. Of those that are there nobody knows it, but that somebody has.
    run: async (db, transaction) => {
      const changes = db.createObjectStore('changes');
      for (const store of ['jobs', 'plans', 'runs', 'photos']) {
        for (const key of await transaction.objectStore(store).getAllKeys()) {
          await changes.put(LONG_AGO, `${store}/${String(key)}`);
        }
      }
    },
  },
  {
    to: 10,
    // A job says what it is made of: one file, several, or a model.
    run: async (_db, transaction) => {
      const jobs = transaction.objectStore('jobs');
      for (const stored of await jobs.getAll()) {
        if (!isRecord(stored)) continue;
        const { files: _files, model: _model, ...job } = stored;
        await jobs.put({ ...job, content: storedContent(stored) });
      }
    },
  },
  {
    to: 11,
    // What test pieces have brought.
    run: (db) => {
      db.createObjectStore('measurements', { keyPath: 'id' });
    },
  },
  {
    to: 12,
    // The cells of pictures are packed: a Bench of hundreds of jobs reads a tenth of the bytes, and less.
    run: async (_db, transaction) => {
      const jobs = transaction.objectStore('jobs');
      for (const stored of await jobs.getAll()) {
        if (isRecord(stored)) await jobs.put({ ...stored, picture: pictureIn(stored.picture) });
      }
    },
  },
];

/** When a record was changed of which that was not kept, ms since 1970. */
export const LONG_AGO = 1;

/** What is stored may be anything, and what is no record stays as it is. */
function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null;
}

export const DB_VERSION = MIGRATIONS[MIGRATIONS.length - 1].to;

/** Throws when the list of migrations has a gap or a double; called once when the module loads. */
export function checkMigrations(migrations: readonly Migration[]): void {
  migrations.forEach(({ to }, i) => {
    if (to !== i + 1) throw new Error(`Migration ${i + 1} is numbered ${to}`);
  });
}

/** Brings a database from `from` (0 when new) to the newest shape. */
export async function migrate(
  db: IDBPDatabase<unknown>,
  from: number,
  transaction: UpgradeTransaction,
  migrations: readonly Migration[] = MIGRATIONS,
): Promise<void> {
  for (const migration of migrations) if (migration.to > from) await migration.run(db, transaction);
}

checkMigrations(MIGRATIONS);
