import type { StoreApi, UseBoundStore } from 'zustand';
import { plural } from '@/core/format';
import { NOW_AND_LISTS, withChanges } from './changedFields';
import { commit } from './commit';
import type { Entry } from './entry';
import { followWrites, recordBase, type CollectionSpec, type CollectionState } from './recordBase';
import { recordChanges, type Undo } from './recordChanges';
import { recordLoading } from './recordLoading';

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

/** Makes a collection over one store of the database. */
export function createCollection<T extends { readonly id: string }>(
  spec: CollectionSpec<T>,
): Collection<T> {
  const base = recordBase(spec);
  const { store, what, use, known, entryOf, stores, withFollowing, nowOf, isRefused } = base;
  followWrites(base);
  const change = recordChanges(base);
  return {
    use,
    known,
    ...recordLoading(base),
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
