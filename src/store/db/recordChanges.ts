import { isAlike, NOW, WANTED, withChanges } from './changedFields';
import { commit, type Attempt } from './commit';
import type { RecordBase } from './recordBase';

/**
 * Takes a change back. Records that were changed again since then stay as they are now; answers how
 * many these were.
 */
export type Undo = () => Promise<number>;

/** More records than these come from a file, whose rows were read by the same rules. */
const MOST_CHECKED = 200;

export type ChangeRecords<T> = (
  words: string,
  puts: readonly T[],
  removals: readonly string[],
  from?: readonly T[],
) => Promise<Undo | null>;

/** Puts records and takes others away in one change. */
export function recordChanges<T extends { readonly id: string }>(
  base: RecordBase<T>,
): ChangeRecords<T> {
  const { store, known, stores, withFollowing, nowOf, isRefused, storedOf, entryOf } = base;
  return async (words, puts, removals, from = known()) => {
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
          const record = onTop(base, madeOf.get(put.id), put, before.get(put.id), when);
          if (record) after.set(put.id, record);
        }
        for (const id of removals) {
          const isOther = !isAlike(nowOf(before.get(id)), madeOf.get(id));
          // Somebody has changed it since: it is not what was to be taken away.
          if (when === 'first' || !isOther) after.set(id, undefined);
        }
        const entries = [...after].map(([id, record]) =>
          record === undefined ? { store, key: id } : entryOf(record),
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
  };
}

/** A record as it is to be stored over the one that is there now; null to leave that one. */
function onTop<T extends { readonly id: string }>(
  { nowOf, parse }: RecordBase<T>,
  from: T | undefined,
  wanted: T,
  stored: unknown,
  when: Attempt,
): T | null {
  const now = nowOf(stored);
  const isLate = when === 'again';
  if (now === undefined) return wanted;
  if (from === undefined) return isLate ? null : wanted;
  const record = withChanges(from, wanted, now, isLate ? NOW : WANTED);
  if (parse(record).ok) return record;
  // The changes do not go together.
  return isLate ? null : wanted;
}
