import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';

/** What was read of the demo's files is no test's own: as in a browser that knows them, they are not read again. */
const READINGS = 'lamella-readings';
const readings = new IDBFactory();

/** What a browser stores, kept from page to page. */
export interface Profile {
  readonly indexedDB: IDBFactory;
  readonly localStorage: Storage;
  readonly sessionStorage: Storage;
  readonly locks: object;
  /** What the browser says of its room, bytes. */
  room: { quota: number; usage: number };
}

/** A browser that has stored nothing yet. */
export function newProfile(): Profile {
  const own = new IDBFactory();
  const of = (name: string): IDBFactory => (name === READINGS ? readings : own);
  const indexedDB = {
    open: (name: string, version?: number) => of(name).open(name, version),
    deleteDatabase: (name: string) => of(name).deleteDatabase(name),
    databases: () => own.databases(),
    cmp: own.cmp.bind(own),
  } as unknown as IDBFactory;
  return {
    indexedDB,
    localStorage: newStorage(),
    sessionStorage: newStorage(),
    locks: newLocks(),
    room: { quota: 1e9, usage: 0 },
  };
}

/** What a page keeps in words. */
function newStorage(): Storage {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      kept.set(key, String(value));
    },
    removeItem: (key: string) => kept.delete(key),
    clear: () => kept.clear(),
    key: (at: number) => [...kept.keys()][at] ?? null,
  };
  // The names of what is kept are the storage's own keys.
  return new Proxy(storage, {
    get: (target, name) => (name === 'length' ? kept.size : Reflect.get(target, name)),
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_target, key) =>
      kept.has(String(key)) ? { enumerable: true, configurable: true } : undefined,
  }) as unknown as Storage;
}

/** Locks that one after the other gets; a worker's own is freed with its page. */
function newLocks(): object {
  const last = new Map<string, Promise<unknown>>();
  return {
    request: (name: string, hold: () => unknown) => {
      const held = (last.get(name) ?? Promise.resolve()).then(hold);
      last.set(
        name,
        held.catch(() => {}),
      );
      return held;
    },
  };
}
