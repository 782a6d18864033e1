import type { BundleKind } from '@/core/bundle/form';
import { database } from './db';
import type { StoreName } from './stores';

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
