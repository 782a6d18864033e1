import { KINDS, type BundleKind } from '@/core/bundle/form';
import { database, type StoreName } from './db';

/** Whether it is kept of a store's records when they were changed: of all that can be saved elsewhere. */
export function isDated(store: StoreName): store is BundleKind {
  return (KINDS as readonly string[]).includes(store);
}

/** The key under which it is kept when a record was changed last, or taken away. */
export function changesKey(store: StoreName, id: string): string {
  return `${store}/${id}`;
}

/** When the records of a store were changed last or taken away, by id, ms since 1970. */
export async function changesOf(store: BundleKind): Promise<ReadonlyMap<string, number>> {
  const db = await database();
  const range = IDBKeyRange.bound(`${store}/`, `${store}0`, false, true);
  const tx = db.transaction('changes');
  const [keys, values] = await Promise.all([tx.store.getAllKeys(range), tx.store.getAll(range)]);
  return new Map(
    keys.flatMap((key, i) => {
      const at = values[i];
      return typeof at === 'number' ? [[key.slice(store.length + 1), at]] : [];
    }),
  );
}
