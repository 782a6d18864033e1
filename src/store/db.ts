import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { adoptedId, adoptId } from './identity';
import { DB_VERSION, ID_KEY, migrate, type UpgradeTransaction } from './migrations';

/**
 * Values come from the disk, where anything may have happened to them: they are `unknown` until a
 * collection has parsed them.
 */
interface Schema extends DBSchema {
  jobs: { key: string; value: unknown };
  files: { key: string; value: unknown };
  /** By job id. */
  plans: { key: string; value: unknown };
  printers: { key: string; value: unknown };
  spools: { key: string; value: unknown };
  runs: { key: string; value: unknown };
  entries: { key: string; value: unknown };
  photos: { key: string; value: unknown };
  /** When each record was changed last, by `store/id`. */
  changes: { key: string; value: unknown };
  meta: { key: string; value: unknown };
}

export type Database = IDBPDatabase<Schema>;
export type StoreName =
  | 'jobs'
  | 'files'
  | 'plans'
  | 'printers'
  | 'spools'
  | 'runs'
  | 'entries'
  | 'photos'
  | 'changes'
  | 'meta';

const NAME = 'lamella';

/** What may be wrong with the storage as a whole. */
export type DatabaseTrouble = 'newer-version' | 'blocked' | 'replaced' | 'unusable';

/** Thrown when the browser has put an empty database in place of the one that was opened. */
export class DatabaseReplacedError extends Error {
  constructor() {
    super('The browser has put an empty store in place of yours. Nothing is written into it.');
  }
}

/** Thrown when the browser cannot open its store; says what the person can do. */
export class DatabaseUnusableError extends Error {
  constructor(cause: unknown) {
    const isNewer = cause instanceof DOMException && cause.name === 'VersionError';
    super(
      isNewer
        ? 'A newer Lamella has written what is stored here. Load the page anew to get it.'
        : 'The browser cannot open what it has stored. Its disk may be full: make room on it, and try again.',
      { cause },
    );
  }
}

let opening: Promise<Database> | null = null;
let tell: (trouble: DatabaseTrouble | null) => void = () => {};

/** Registers who is told of trouble with the storage, and when it is over (null). */
export function onDatabaseTrouble(listener: (trouble: DatabaseTrouble | null) => void): void {
  tell = listener;
}

/**
 * The one way to the database; opened on first use. Rejects with `DatabaseReplacedError` when it is
 * not the one that this browser held before, and with `DatabaseUnusableError` when it cannot be opened.
 */
export function database(): Promise<Database> {
  opening ??= open().catch((error: unknown) => {
    opening = null;
    const isReplaced = error instanceof DatabaseReplacedError;
    tell(isReplaced ? 'replaced' : 'unusable');
    throw isReplaced ? error : new DatabaseUnusableError(error);
  });
  return opening;
}

async function open(): Promise<Database> {
  const db = await openDB<Schema>(NAME, DB_VERSION, {
    upgrade: (one, from, _to, transaction) =>
      migrate(one as unknown as IDBPDatabase<unknown>, from, transaction as UpgradeTransaction),
    blocked: () => tell('blocked'),
    blocking: (_current, _next, event) => {
      (event.target as IDBDatabase).close();
      opening = null;
      tell('newer-version');
    },
    // The browser closed it, as on a full disk. The next use opens it again, and looks whose it is.
    terminated: () => {
      opening = null;
    },
  });
  try {
    adoptId(await checkedId(db));
  } catch (error) {
    db.close();
    throw error;
  }
  tell(null);
  return db;
}

/** Lets go of a database that has turned out to be another one; the answer is to be thrown. */
export function letGoOfReplaced(db: Database): DatabaseReplacedError {
  db.close();
  opening = null;
  tell('replaced');
  return new DatabaseReplacedError();
}

async function checkedId(db: Database): Promise<string> {
  const id = await db.get('meta', ID_KEY);
  const adopted = adoptedId();
  if (typeof id !== 'string' || (adopted !== null && adopted !== id)) {
    throw new DatabaseReplacedError();
  }
  return id;
}

/** Takes the database that is there for this browser's own from now on, and opens it. */
export async function adoptDatabase(): Promise<Database> {
  adoptId(null);
  return database();
}

/** Closes the database, so that the next use opens it anew. */
export async function closeDatabase(): Promise<void> {
  const db = await opening?.catch(() => null);
  db?.close();
  opening = null;
}
