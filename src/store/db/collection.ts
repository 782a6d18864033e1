import { toast } from '../toast';
import { create, type StoreApi, type UseBoundStore } from 'zustand';
import { plural } from '@/core/format';
import { success, type Result } from '@/core/findings';
import { setAside, useAside, type SetAside } from '../records/aside';
import { isAlike, NOW, NOW_AND_LISTS, WANTED, withChanges } from './changedFields';
import { commit, onWritten, type Attempt, type Reader } from './commit';
import { database, type Database } from './db';
import type { Entry } from './entry';
import { fillJournal } from './journal';
import { storageSentence } from '../jobs/room';
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
  /** Records of another store that follow from these: taken away with each change, and drawn anew when looked at. */
  readonly following?: StoreName;
  /** Whether a record is one that Lamella has made, and nobody would miss. */
  readonly isMadeUp?: (record: T) => boolean;
  /** The keys of those that are loaded; all of them when left out. */
  readonly wanted?: (db: Database) => Promise<readonly string[]>;
}

interface CollectionState<T> {
  /** In their order; null while they are being loaded. */
  readonly records: readonly T[] | null;
  /** Why they could not be loaded; null when they could. */
  readonly trouble: string | null;
}

/** Records of one kind, as they are stored: what is shown was written first. */
export interface Collection<T extends { readonly id: string }> {
  readonly use: UseBoundStore<StoreApi<CollectionState<T>>>;
  /** The records as they are known now. */
  readonly known: () => readonly T[];
  /** Loads them once; later calls answer what is known. Rejects when the storage cannot be used. */
  readonly load: () => Promise<readonly T[]>;
  /** Loads one that was left out, and makes it known; null when there is none. */
  readonly fetch: (id: string) => Promise<T | null>;
  /** The entry that stores a record, for changes of several collections. */
  readonly entryOf: (record: T) => Entry;
  /**
   * Stores records, new or changed; false when they could not be written. What else was changed of them, in
   * other tabs as well, stays.
   * @param from the records that they were made of; those that are known when left out.
   */
  readonly save: (records: readonly T[], from?: readonly T[]) => Promise<boolean>;
  /** Stores what `edit` makes of a record as it is stored then. */
  readonly edit: (id: string, edit: (record: T) => T) => Promise<boolean>;
  /** Takes records away; answers how to put them back, or null when that could not be written. */
  readonly remove: (ids: readonly string[]) => Promise<Undo | null>;
  /** Stores some and takes others away in one change; answers how to undo just that. */
  readonly change: (
    what: string,
    puts: readonly T[],
    removals: readonly string[],
  ) => Promise<Undo | null>;
}

/**
 * Takes a change back. Records that were changed again since then stay as they are now; answers how
 * many these were.
 */
export type Undo = () => Promise<number>;

/** More records than these come from a file, whose rows were read by the same rules. */
const MOST_CHECKED = 200;
/** More records than these are looked up in one go. */
const MOST_ONE_BY_ONE = 20;

/** Makes a collection over one store of the database. */
export function createCollection<T extends { readonly id: string }>({
  store,
  what,
  parse,
  seed,
  compare,
  following,
  isMadeUp,
  wanted,
}: CollectionSpec<T>): Collection<T> {
  const use = create<CollectionState<T>>()(() => ({ records: null, trouble: null }));
  let loading: Promise<void> | null = null;

  const known = (): readonly T[] => use.getState().records ?? [];
  const entryOf = (record: T): Entry => {
    const entry: Entry = { store, key: record.id, value: record };
    return isMadeUp?.(record) ? { ...entry, changedAt: 0 } : entry;
  };
  const removalOf = (key: string): Entry => ({ store, key });
  const stores = following ? [store, following] : [store];
  /** With what follows from the records that are put or taken away: it holds no longer. */
  const withFollowing = (entries: readonly Entry[]): readonly Entry[] =>
    following
      ? [...entries, ...entries.map(({ key }): Entry => ({ store: following, key }))]
      : entries;

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

  const asideOf = (key: string, record: unknown, why: string): SetAside => ({
    store,
    key,
    what,
    why,
    record,
  });

  /** Records as they are stored; all at once when there are many. */
  const storedOf = async (
    read: Reader,
    keys: readonly string[],
  ): Promise<ReadonlyMap<string, unknown>> => {
    if (keys.length > MOST_ONE_BY_ONE) return read.all(store);
    const values = await Promise.all(keys.map((key) => read.one(store, key)));
    return new Map(keys.map((key, i) => [key, values[i]]));
  };

  /** Says so when a record could not be read again: such a one is never stored. */
  const isRefused = (record: T): boolean => {
    const parsed = parse(record);
    if (parsed.ok) return false;
    toast.error(`Not saved: the ${what}. ${parsed.refusal.message}`);
    return true;
  };

  async function read(): Promise<void> {
    const db = await database();
    if (seed && (await db.get('meta', seed.key)) !== true) {
      await commit({
        what: `the first ${what}s`,
        stores: [store, 'meta'],
        make: async (read) => {
          // Another tab may have been quicker.
          if ((await read.one('meta', seed.key)) === true) return [];
          // Some may have come out of a file before.
          const there = await read.all(store);
          return [
            ...seed
              .records()
              .filter(({ id }) => !there.has(id))
              .map((record) => ({ ...entryOf(record), changedAt: 0 })),
            { store: 'meta', key: seed.key, value: true },
          ];
        },
      });
    }
    const some = wanted ? await wanted(db) : null;
    const { store: kept } = db.transaction(store);
    const [keys, values] = await Promise.all([
      some ?? kept.getAllKeys(),
      some ? Promise.all(some.map((key) => kept.get(key))) : kept.getAll(),
    ]);
    const records: T[] = [];
    const aside: SetAside[] = [];
    keys.forEach((key, i) => {
      const parsed = parse(values[i]);
      if (parsed.ok && parsed.value.id === key) records.push(parsed.value);
      else
        aside.push(
          asideOf(key, values[i], parsed.ok ? 'Its id is wrong.' : parsed.refusal.message),
        );
    });
    records.sort(compare);
    setAside(store, aside);
    fillJournal(records.map(entryOf));
    use.setState({ records, trouble: null });
  }

  const nowOf = (stored: unknown): T | undefined => {
    const parsed = parse(stored);
    return parsed.ok ? parsed.value : undefined;
  };

  /** A record as it is to be stored over the one that is there now; null to leave that one. */
  function onTop(from: T | undefined, wanted: T, stored: unknown, when: Attempt): T | null {
    const now = nowOf(stored);
    const isLate = when === 'again';
    if (now === undefined) return wanted;
    if (from === undefined) return isLate ? null : wanted;
    const record = withChanges(from, wanted, now, isLate ? NOW : WANTED);
    if (parse(record).ok) return record;
    // The changes do not go together.
    return isLate ? null : wanted;
  }

  async function change(
    words: string,
    puts: readonly T[],
    removals: readonly string[],
    from: readonly T[] = known(),
  ): Promise<Undo | null> {
    if (puts.length <= MOST_CHECKED && puts.some((record) => isRefused(record))) return null;
    const keys = [...puts.map(({ id }) => id), ...removals];
    const madeOf = new Map(from.map((record) => [record.id, record]));
    let before: ReadonlyMap<string, unknown> = new Map();
    const after = new Map<string, T | undefined>();
    const isWritten = await commit({
      what: words,
      stores,
      make: async (read, when) => {
        before = await storedOf(read, keys);
        after.clear();
        for (const put of puts) {
          const record = onTop(madeOf.get(put.id), put, before.get(put.id), when);
          if (record) after.set(put.id, record);
        }
        for (const id of removals) {
          const isOther = !isAlike(nowOf(before.get(id)), madeOf.get(id));
          // Somebody has changed it since: it is not what was to be taken away.
          if (when === 'first' || !isOther) after.set(id, undefined);
        }
        const entries = [...after].map(([id, record]) =>
          record === undefined ? removalOf(id) : entryOf(record),
        );
        return withFollowing(entries);
      },
    });
    if (!isWritten) return null;
    return async () => {
      let kept = 0;
      await commit({
        what: words,
        stores,
        make: async (read) => {
          const now = await storedOf(read, [...after.keys()]);
          const ours = [...after.keys()].filter((key) => isAlike(now.get(key), after.get(key)));
          kept = after.size - ours.length;
          return withFollowing(ours.map((key) => ({ store, key, value: before.get(key) })));
        },
      });
      return kept;
    };
  }

  return {
    use,
    known,
    load: async () => {
      loading ??= read().catch((error: unknown) => {
        loading = null;
        use.setState({ trouble: storageSentence(error) });
        throw error;
      });
      await loading;
      return known();
    },
    fetch: async (id) => {
      const here = known().find((one) => one.id === id);
      if (here) return here;
      const parsed = parse(await (await database()).get(store, id));
      if (!parsed.ok) return null;
      const others = known().filter((one) => one.id !== id);
      use.setState({ records: [...others, parsed.value].sort(compare) });
      return parsed.value;
    },
    entryOf,
    save: async (records, from) =>
      (await change(wordsFor(what, records), records, [], from)) !== null,
    edit: async (id, edit) => {
      let isEdited = false;
      let madeOf = known().find((one) => one.id === id);
      const isWritten = await commit({
        what: `the ${what}`,
        stores,
        make: async (read, when) => {
          const now = nowOf(await read.one(store, id));
          if (now === undefined) return [];
          const wanted = edit(now);
          const isLate = when === 'again' && madeOf !== undefined;
          const edited = isLate ? withChanges(madeOf as T, wanted, now, NOW_AND_LISTS) : wanted;
          if (when === 'first') madeOf = now;
          isEdited = !isRefused(edited);
          return isEdited ? withFollowing([entryOf(edited)]) : [];
        },
      });
      return isWritten && isEdited;
    },
    remove: (ids) =>
      change(
        wordsFor(
          what,
          known().filter(({ id }) => ids.includes(id)),
        ),
        [],
        ids,
      ),
    change,
  };
}

function wordsFor(what: string, records: readonly { readonly id: string }[]): string {
  return records.length === 1 ? `the ${what}` : plural(records.length, what);
}
