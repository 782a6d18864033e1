import type { IDBPObjectStore } from 'idb';
import { toast } from '../toast';
import { refuse, success, type Result } from '@/core/findings';
import { database, letGoOfReplaced } from './db';
import type { Entry } from './entry';
import { changesKey } from './changes';
import { adoptedId } from './identity';
import { keepInJournal } from './journal';
import { ID_KEY } from './migrations';
import { dropReadings } from '../jobs/readings';
import { isOutOfRoom, storageSentence } from '../jobs/room';
import { isBundled, type StoreName } from './stores';
import { retryWrites, setFailed, whilePending, type FailedWrite } from './writes';

/** Reads what is stored, inside a change's own transaction. */
export interface Reader {
  readonly one: (store: StoreName, key: string) => Promise<unknown>;
  /** All records of a store, by key. */
  readonly all: (store: StoreName) => Promise<ReadonlyMap<string, unknown>>;
}

/** Whether a change is written when it was asked for, or tried again: others may have been quicker by then. */
export type Attempt = 'first' | 'again';

/** Something to be stored as a whole or not at all. */
export interface Change {
  /** What is not saved when it fails: "the spool Fog". */
  readonly what: string;
  /** A failed change of the same name is given up for this one. */
  readonly name?: string;
  /** The stores that it reads or writes. */
  readonly stores: readonly StoreName[];
  /**
   * Works out what to write, out of what is stored then: it may be asked again long after it failed. Nothing but
   * `read` may be awaited in it: the transaction would end.
   */
  readonly make: (read: Reader, when: Attempt) => Promise<readonly Entry[]> | readonly Entry[];
}

/** Where entries were written: in this tab or in another. */
export type Origin = 'here' | 'elsewhere';
type Listener = (entries: readonly Entry[], origin: Origin) => void;

const listeners = new Set<Listener>();
const channel = openChannel();

/** Hears of all that was written, by any tab. Returns how to stop. */
export function onWritten(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function openChannel(): BroadcastChannel | null {
  if (typeof BroadcastChannel === 'undefined' || typeof window === 'undefined') return null;
  const opened = new BroadcastChannel('lamella-written');
  opened.onmessage = ({ data }: MessageEvent<readonly Entry[]>) => tell(data, 'elsewhere');
  return opened;
}

function tell(entries: readonly Entry[], origin: Origin): void {
  for (const listener of listeners) listener(entries, origin);
}

/**
 * The one way to store anything: writes the change in one transaction, and only then tells those who
 * show it, here and in other tabs. Transactions of this kind exclude one another, across tabs as
 * well, since each of them holds `meta`. One that fails is kept, with a message, and tried again when
 * the person asks or as soon as another one succeeds.
 * @returns false when it could not be written.
 */
export async function commit(change: Change): Promise<boolean> {
  const error = await attempt(change, 'first');
  if (error === null) {
    // What failed before may work now, or is replaced by this.
    await retryWrites();
    return true;
  }
  const failed: FailedWrite = {
    name: change.name ?? null,
    what: change.what,
    why: storageSentence(error),
    retry: async () => {
      const again = await attempt(change, 'again');
      if (again !== null) return false;
      setFailed((all) => all.filter((one) => one !== failed));
      return true;
    },
  };
  setFailed((all) => [...all.filter(({ name }) => name === null || name !== failed.name), failed]);
  toast.error(`Not saved: ${failed.what}. ${failed.why}`, { id: `not-saved: ${failed.what}` });
  return false;
}

/** The same for what is given up when it cannot be written; answers why it could not. */
export async function commitOrRefuse(change: Change): Promise<Result<null>> {
  const error = await attempt(change, 'first');
  return error === null ? success(null) : refuse('not-stored', storageSentence(error));
}

/** Runs a change; the error, or null. */
async function attempt(change: Change, when: Attempt): Promise<unknown> {
  return whilePending(async () => {
    try {
      const entries = await write(change, when).catch(async (error: unknown) => {
        // What is only kept to open files sooner goes first.
        if (!isOutOfRoom(error) || !(await dropReadings(Infinity))) throw error;
        return write(change, when);
      });
      if (entries.length === 0) return null;
      keepInJournal(entries, Date.now());
      tell(entries, 'here');
      // Files are large, and other tabs read them when they need them.
      channel?.postMessage(
        entries.map((one) => (one.store === 'files' ? { ...one, value: 0 } : one)),
      );
      return null;
    } catch (error) {
      return error;
    }
  });
}

async function write({ stores, make }: Change, when: Attempt): Promise<readonly Entry[]> {
  const db = await database();
  const tx = db.transaction([...new Set<StoreName>([...stores, 'changes', 'meta'])], 'readwrite', {
    durability: 'strict',
  });
  // Without this, a transaction that fails would be an error that nobody has caught.
  tx.done.catch(() => {});
  try {
    // Asked for together: each answer waits for a page that may be drawing.
    const identity = tx.objectStore('meta').get(ID_KEY);
    const making = make(readerOf(tx), when);
    const [id, entries] = await Promise.all([identity, making]);
    if (id !== adoptedId()) {
      tx.abort();
      throw letGoOfReplaced(db);
    }
    const now = Date.now();
    for (const { store, key, value, changedAt = now } of entries) {
      const records = tx.objectStore(store);
      const inLine = records.keyPath !== null;
      const request =
        value === undefined ? records.delete(key) : records.put(value, inLine ? undefined : key);
      // The transaction's own failure is the one that counts.
      request.catch(() => {});
      if (!isBundled(store)) continue;
      const dated = tx.objectStore('changes').put(changedAt, changesKey(store, key));
      dated.catch(() => {});
    }
    await tx.done;
    return entries;
  } catch (error) {
    try {
      tx.abort();
    } catch {
      // It has ended already.
    }
    throw error;
  }
}

type Stored = Pick<IDBPObjectStore<unknown, string[], string>, 'get' | 'getAll' | 'getAllKeys'>;

function readerOf(tx: { readonly objectStore: (name: StoreName) => Stored }): Reader {
  return {
    one: (store, key) => tx.objectStore(store).get(key),
    all: async (store) => {
      const records = tx.objectStore(store);
      const [keys, values] = await Promise.all([records.getAllKeys(), records.getAll()]);
      return new Map(keys.map((key, i) => [String(key), values[i]]));
    },
  };
}
