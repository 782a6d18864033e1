import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { adoptedId, adoptId, beginTrial, endTrial } from './identity';
import { isBundled, type StoreName } from './stores';
import { DB_VERSION, ID_KEY, migrate, type UpgradeTransaction } from './migrations';

/**
 * Values come from the disk, where anything may have happened to them: they are `unknown` until a
 * collection has parsed them.
 */
type Schema = DBSchema & { [S in StoreName]: { key: string; value: unknown } };

export type Database = IDBPDatabase<Schema>;

const NAME = 'lamella';

/** What may be wrong with the storage as a whole. */
export type DatabaseTrouble = 'newer-version' | 'blocked' | 'replaced' | 'unusable' | 'silent';

/** When the browser has not answered for so long, that is said, ms. */
const PATIENCE = 3000;

/** Thrown when the browser has put an empty database in place of the one that was opened. */
export class DatabaseReplacedError extends Error {
  constructor() {
    super(
      'The browser has replaced your storage with an empty one. Lamella has not written to it.',
    );
  }
}

class NoStorageError extends Error {}

const NEWER = 'A newer Lamella saved the stored data. Reload the page to get that version.';
const NONE =
  'This browser does not allow storage. You may be in a private window, or a setting blocks it.';
const CLOSED =
  'The browser cannot open its stored data. The disk may be full: free up space, and try again.';

/** Thrown when the browser cannot open its store; says what the person can do. */
export class DatabaseUnusableError extends Error {
  constructor(cause: unknown) {
    const isNewer = cause instanceof DOMException && cause.name === 'VersionError';
    const isForbidden = cause instanceof DOMException && cause.name === 'SecurityError';
    const isNone = isForbidden || cause instanceof NoStorageError;
    super(isNewer ? NEWER : isNone ? NONE : CLOSED, { cause });
  }
}

let opening: Promise<Database> | null = null;
let tell: (trouble: DatabaseTrouble | null) => void = () => {};

/** Registers who hears of trouble with the storage, and when it is over (null). */
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

/** Whether this page has had the database open. */
let wasOpen = false;

/** Whether this page has never had the database open: nothing that it shows came from one. */
export function isFirstLook(): boolean {
  return !wasOpen;
}

/** Whether the browser lets this page have databases at all. */
function hasDatabases(): boolean {
  try {
    // A browser may even forbid to ask.
    return typeof indexedDB !== 'undefined' && Boolean(indexedDB);
  } catch {
    return false;
  }
}

async function open(): Promise<Database> {
  if (!hasDatabases()) throw new NoStorageError();
  let isBlocked = false;
  const silence = setTimeout(() => !isBlocked && tell('silent'), PATIENCE);
  try {
    const db = await openDB<Schema>(NAME, DB_VERSION, {
      upgrade: (one, from, _to, transaction) =>
        migrate(one as unknown as IDBPDatabase<unknown>, from, transaction as UpgradeTransaction),
      blocked: () => {
        isBlocked = true;
        tell('blocked');
      },
      blocking: (_current, next, event) => {
        (event.target as IDBDatabase).close();
        opening = null;
        if (next !== null) tell('newer-version');
        // It is removed, as when the person clears what pages keep. Whose the next one is, is looked at now.
        else database().catch(() => {});
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
    wasOpen = true;
    tell(null);
    return db;
  } finally {
    clearTimeout(silence);
  }
}

/** Whether the database that the browser has put in place of the old one holds nothing that a person made. */
export async function isNewOneEmpty(): Promise<boolean> {
  const db = await openDB<Schema>(NAME);
  try {
    const made = [...db.objectStoreNames].filter(isBundled);
    const counts = await Promise.all(made.map((store) => db.count(store)));
    return counts.every((count) => count === 0);
  } finally {
    db.close();
  }
}

/** Closes a database that has turned out to be another one; the answer is to be thrown. */
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

/**
 * Takes the database that is there for this browser's own from now on, and opens it.
 * @param fill puts into it what it is to begin with; when that fails, the one before is still the own one.
 * @returns whether it was taken.
 */
export async function adoptDatabase(
  fill: () => Promise<boolean> = async () => true,
): Promise<boolean> {
  // An opening that is under way still looks for the old one, and would be taken for the trial.
  while (opening !== null) await closeDatabase();
  beginTrial();
  let isTaken = false;
  try {
    await database();
    isTaken = await fill();
  } catch {
    // It cannot be opened.
  }
  endTrial(isTaken);
  if (isTaken) return true;
  await closeDatabase();
  tell('replaced');
  return false;
}

/** Closes the database, so that the next use opens it again. */
export async function closeDatabase(): Promise<void> {
  const db = await opening?.catch(() => null);
  db?.close();
  opening = null;
}
