import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { success, type Result } from '@/core/findings';
import { setAside, useAside, type SetAside } from '../records/aside';
import { toast } from '../toast';
import { onWritten, type Reader } from './commit';
import type { Database } from './db';
import type { Entry } from './entry';
import type { StoreName } from './stores';

/** What makes a collection of one kind of record. */
export interface CollectionSpec<T extends { readonly id: string }> {
  readonly store: StoreName;
  /** One of them, in words: "spool". */
  readonly what: string;
  /** Reads a stored record, or says why it cannot. */
  readonly parse: (stored: unknown) => Result<T>;
  /** Records of the first visit; `key` remembers that they were put there. */
  readonly seed?: { readonly key: string; readonly records: () => readonly T[] };
  readonly compare: (a: T, b: T) => number;
  /** Records of another store that follow from these: taken away with each change, and redrawn when looked at. */
  readonly following?: StoreName;
  /** Whether a record is one that Lamella has made, and nobody would miss. */
  readonly isMadeUp?: (record: T) => boolean;
  /** The keys of those that are loaded; all of them when left out. */
  readonly wanted?: (db: Database) => Promise<readonly string[]>;
}

export interface CollectionState<T> {
  /** In their order; null while they are being loaded. */
  readonly records: readonly T[] | null;
  /** Why they could not be loaded; null when they could. */
  readonly trouble: string | null;
}

/** What loading and changing records of one kind have in common. */
export interface RecordBase<T extends { readonly id: string }> extends CollectionSpec<T> {
  readonly use: UseBoundStore<StoreApi<CollectionState<T>>>;
  /** The records as they are known now. */
  readonly known: () => readonly T[];
  /** The entry that stores a record. */
  readonly entryOf: (record: T) => Entry;
  /** The stores that a change writes to. */
  readonly stores: readonly StoreName[];
  /** With what follows from the records that are put or taken away: it holds no longer. */
  readonly withFollowing: (entries: readonly Entry[]) => readonly Entry[];
  /** A record as it is stored; undefined for none, and for one that cannot be read. */
  readonly nowOf: (stored: unknown) => T | undefined;
  /** Says so when a record could not be read again: such a one is never stored. */
  readonly isRefused: (record: T) => boolean;
  /** Records as they are stored; all at once when there are many. */
  readonly storedOf: (
    read: Reader,
    keys: readonly string[],
  ) => Promise<ReadonlyMap<string, unknown>>;
  readonly asideOf: (key: string, record: unknown, why: string) => SetAside;
}

/** More records than these are looked up in one go. */
const MOST_ONE_BY_ONE = 20;

/** Makes the base of a collection. */
export function recordBase<T extends { readonly id: string }>(
  spec: CollectionSpec<T>,
): RecordBase<T> {
  const { store, what, parse, following, isMadeUp } = spec;
  const use = create<CollectionState<T>>()(() => ({ records: null, trouble: null }));
  return {
    ...spec,
    use,
    known: () => use.getState().records ?? [],
    entryOf: (record) => {
      const entry: Entry = { store, key: record.id, value: record };
      return isMadeUp?.(record) ? { ...entry, changedAt: 0 } : entry;
    },
    stores: following ? [store, following] : [store],
    withFollowing: (entries) =>
      following
        ? [...entries, ...entries.map(({ key }): Entry => ({ store: following, key }))]
        : entries,
    nowOf: (stored) => {
      const parsed = parse(stored);
      return parsed.ok ? parsed.value : undefined;
    },
    isRefused: (record) => {
      const parsed = parse(record);
      if (parsed.ok) return false;
      toast.error(`Not saved: the ${what}. ${parsed.refusal.message}`);
      return true;
    },
    storedOf: async (read, keys) => {
      if (keys.length > MOST_ONE_BY_ONE) return read.all(store);
      const values = await Promise.all(keys.map((key) => read.one(store, key)));
      return new Map(keys.map((key, i) => [key, values[i]]));
    },
    asideOf: (key, record, why) => ({ store, key, what, why, record }),
  };
}

/** Keeps what is known in step with what is written, here and in other tabs. */
export function followWrites<T extends { readonly id: string }>(base: RecordBase<T>): void {
  const { store, use, known, parse, compare, asideOf } = base;
  onWritten((entries, origin) => {
    const mine = entries.filter((one) => one.store === store);
    if (mine.length === 0 || use.getState().records === null) return;
    const byId = new Map(known().map((record) => [record.id, record]));
    const aside = new Map(useAside.getState().all.map((one) => [`${one.store}/${one.key}`, one]));
    for (const { key, value } of mine) {
      aside.delete(`${store}/${key}`);
      byId.delete(key);
      if (value === undefined) continue;
      // What this tab wrote was made here, by functions that know what a record is.
      const parsed = origin === 'here' ? success(value as T) : parse(value);
      if (parsed.ok) byId.set(key, parsed.value);
      else aside.set(`${store}/${key}`, asideOf(key, value, parsed.refusal.message));
    }
    setAside(
      store,
      [...aside.values()].filter((one) => one.store === store),
    );
    use.setState({ records: [...byId.values()].sort(compare) });
  });
}
