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
  /** Closes what a page and its workers hold open: the databases would keep them for ever. */
  readonly letGo: () => void;
}

/** A browser that has stored nothing yet. */
export function newProfile(): Profile {
  const own = new IDBFactory();
  const of = (name: string): IDBFactory => (name === READINGS ? readings : own);
  const connections = new Set<IDBDatabase>();
  const indexedDB = {
    open: (name: string, version?: number) => {
      const opening = of(name).open(name, version);
      opening.addEventListener('success', () => connections.add(opening.result));
      return opening;
    },
    deleteDatabase: (name: string) => of(name).deleteDatabase(name),
    databases: () => own.databases(),
    cmp: own.cmp.bind(own),
  } as unknown as IDBFactory;
  const letGo = (): void => {
    for (const connection of connections) connection.close();
    connections.clear();
  };
  return {
    indexedDB,
    localStorage: newStorage(),
    sessionStorage: newStorage(),
    locks: newLocks(),
    letGo,
  };
}

/** What a page keeps in words. */
export function newStorage(): Storage {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, String(value)),
    removeItem: (key: string) => void kept.delete(key),
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
