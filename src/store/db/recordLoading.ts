import { setAside, type SetAside } from '../records/aside';
import { storageSentence } from '../jobs/room';
import { commit } from './commit';
import { database, type Database } from './db';
import { fillJournal } from './journal';
import type { RecordBase } from './recordBase';

/** Loads records: all of them once, and one that was left out. */
export function recordLoading<T extends { readonly id: string }>(
  base: RecordBase<T>,
): {
  readonly load: () => Promise<readonly T[]>;
  readonly fetch: (id: string) => Promise<T | null>;
} {
  const { store, use, known, parse, compare } = base;
  let loading: Promise<void> | null = null;
  return {
    load: async () => {
      loading ??= read(base).catch((error: unknown) => {
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
  };
}

async function read<T extends { readonly id: string }>(base: RecordBase<T>): Promise<void> {
  const { store, use, parse, compare, wanted, entryOf, asideOf } = base;
  const db = await database();
  await putFirst(db, base);
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
      aside.push(asideOf(key, values[i], parsed.ok ? 'Its id is wrong.' : parsed.refusal.message));
  });
  records.sort(compare);
  setAside(store, aside);
  fillJournal(records.map(entryOf));
  use.setState({ records, trouble: null });
}

/** Puts the records of the first visit there, once. */
async function putFirst<T extends { readonly id: string }>(
  db: Database,
  { store, what, seed, entryOf }: RecordBase<T>,
): Promise<void> {
  if (!seed || (await db.get('meta', seed.key)) === true) return;
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
