import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { PrinterModel } from '@/core/motion/limits';
import { buffersOf, READER_VERSION, type KeptReading } from '@/core/read/keptForm';
import type { PrintTimes } from '@/core/read/times';
import { readingKeyOf, timesKeyOf } from '@/core/printer/model';

/**
 * Readings of files that were read before, so that a known job opens at once. They are in a database of
 * their own, because nobody needs them: whatever goes wrong here, the file is read again. So nothing of
 * this is shown to the person, waits for a transaction of theirs, or counts as unsaved.
 */
const NAME = 'lamella-readings';
/** Room that readings may take, bytes. */
const MOST_BYTES = 300e6;

/** A reading as it is kept, with the printer whose limits made its times. */
export interface KeptPrint {
  readonly kept: KeptReading;
  readonly timedFor: PrinterModel;
}

interface Size {
  readonly fingerprint: string;
  readonly keptAt: number;
  readonly bytes: number;
}

interface Schema extends DBSchema {
  /** By fingerprint and printer, as `idOf` makes it. */
  readings: { key: string; value: KeptPrint };
  /** By fingerprint and all that times depend on. */
  times: { key: string; value: PrintTimes };
  /** How large the readings are and since when they are here, by the same keys. */
  sizes: { key: string; value: Size };
}

let opening: Promise<IDBPDatabase<Schema>> | null = null;

function database(): Promise<IDBPDatabase<Schema>> {
  opening ??= openDB<Schema>(NAME, READER_VERSION, {
    // What another reader has made is of no use.
    upgrade: (db) => {
      for (const store of [...db.objectStoreNames]) db.deleteObjectStore(store);
      db.createObjectStore('readings');
      db.createObjectStore('times');
      db.createObjectStore('sizes');
    },
    blocking: (_current, _next, event) => {
      (event.target as IDBDatabase).close();
      opening = null;
    },
    terminated: () => {
      opening = null;
    },
  });
  // The next one tries again.
  opening.catch(() => {
    opening = null;
  });
  return opening;
}

/** Runs something that may fail without harm. */
async function tried<T>(run: (db: IDBPDatabase<Schema>) => Promise<T>, otherwise: T): Promise<T> {
  try {
    return await run(await database());
  } catch {
    return otherwise;
  }
}

/** What another reader kept is of no use, and goes as the oldest does. */
const idOf = (fingerprint: string, printer: string): string =>
  `${fingerprint} ${printer} ${READER_VERSION}`;

/** What is kept of a file for a printer; null when it has to be read. */
export function keptPrint(fingerprint: string, model: PrinterModel): Promise<KeptPrint | null> {
  return tried(async (db) => {
    const kept = await db.get('readings', idOf(fingerprint, readingKeyOf(model)));
    return kept ?? null;
  }, null);
}

/** Keeps what was read; the oldest ones make room for it. */
export function keepPrint(print: KeptPrint): Promise<void> {
  const { fingerprint, printer } = print.kept;
  const bytes = buffersOf(print.kept).reduce((sum, { byteLength }) => sum + byteLength, 0);
  return tried(async (db) => {
    const tx = db.transaction(['readings', 'sizes'], 'readwrite');
    const id = idOf(fingerprint, printer);
    await Promise.all([
      tx.objectStore('readings').put(print, id),
      tx.objectStore('sizes').put({ fingerprint, keptAt: Date.now(), bytes }, id),
      tx.done,
    ]);
    await dropOldest(db, (total) => total > MOST_BYTES);
  }, undefined);
}

/** Times of a file on a printer that were worked out before; null when they have to be. */
export function keptTimes(fingerprint: string, model: PrinterModel): Promise<PrintTimes | null> {
  return tried(async (db) => {
    const times = await db.get('times', idOf(fingerprint, timesKeyOf(model)));
    return times ?? null;
  }, null);
}

export function keepTimes(
  fingerprint: string,
  model: PrinterModel,
  times: PrintTimes,
): Promise<void> {
  return tried(async (db) => {
    await db.put('times', times, idOf(fingerprint, timesKeyOf(model)));
  }, undefined);
}

/** How much room the readings take, bytes. */
export function keptReadingBytes(): Promise<number> {
  return tried(async (db) => {
    const sizes = await db.getAll('sizes');
    return sizes.reduce((sum, { bytes }) => sum + bytes, 0);
  }, 0);
}

/** Drops the oldest readings until so many bytes are free; false when there were none. */
export function dropReadings(bytes: number): Promise<boolean> {
  return tried(async (db) => {
    let freed = 0;
    return dropOldest(db, (_total, next) => {
      const goesOn = freed < bytes;
      freed += next;
      return goesOn;
    });
  }, false);
}

/** Drops all that is kept of files that no job has any more. */
export function forgetReadings(fingerprints: readonly string[]): Promise<void> {
  const gone = new Set(fingerprints);
  return tried(async (db) => {
    const tx = db.transaction(['readings', 'times', 'sizes'], 'readwrite');
    for (const store of ['readings', 'times', 'sizes'] as const) {
      const records = tx.objectStore(store);
      for (const id of await records.getAllKeys()) {
        if (gone.has(id.split(' ', 1)[0])) await records.delete(id);
      }
    }
    await tx.done;
  }, undefined);
}

/** Drops readings from the oldest on while it is asked to; `next` is the size of the one in question. */
async function dropOldest(
  db: IDBPDatabase<Schema>,
  goesOn: (total: number, next: number) => boolean,
): Promise<boolean> {
  const tx = db.transaction(['readings', 'sizes'], 'readwrite');
  const sizes = tx.objectStore('sizes');
  const [ids, all] = await Promise.all([sizes.getAllKeys(), sizes.getAll()]);
  const byAge = ids
    .map((id, i) => ({ id, ...all[i] }))
    .sort((one, other) => one.keptAt - other.keptAt);
  let total = byAge.reduce((sum, { bytes }) => sum + bytes, 0);
  let dropped = false;
  for (const { id, bytes } of byAge) {
    if (!goesOn(total, bytes)) break;
    await Promise.all([tx.objectStore('readings').delete(id), sizes.delete(id)]);
    total -= bytes;
    dropped = true;
  }
  await tx.done;
  return dropped;
}
