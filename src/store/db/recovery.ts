import type { Result } from '@/core/findings';
import { BUNDLE_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type {
  GiveRecords,
  Packed,
  PackedRecord,
  BundleService,
} from '@/workers/bundle/bundleProtocol';
import { allSettings } from '../bundle/bundleSettings';
import type { Collection } from './collection';
import { commitOrRefuse } from './commit';
import type { Entry } from './entry';
import { rememberBroughtBack } from './broughtBack';
import { adoptDatabase, database, isFirstLook, isNewOneEmpty } from './db';
import { journalEntries } from './journal';
import { allPlans, jobs } from '../jobs/jobs';
import { entryOnDesk } from '../plans/openPlans';
import { printers } from '../printers';
import { runs } from '../prints/runs';
import { measurements } from '../measurements';
import { shelf } from '../shelf';
import { isJournaled, STORE_NAMES, type JournalStore } from './stores';
import { retryWrites } from './writes';

/** Tries to open the database again; what was not saved is written when it can be. */
export async function tryStorageAgain(): Promise<boolean> {
  try {
    await database();
  } catch {
    return false;
  }
  return retryWrites();
}

/** The records of a collection that this page knows. */
function knownIn<T extends { readonly id: string }>(collection: Collection<T>): readonly Entry[] {
  return collection.known().map(collection.entryOf);
}

/** What this page knows of each store that the second place keeps. */
const KNOWN: Readonly<Record<JournalStore, () => readonly Entry[]>> = {
  jobs: () => knownIn(jobs),
  plans: () => knownIn(allPlans),
  printers: () => knownIn(printers),
  spools: () => knownIn(shelf),
  measurements: () => knownIn(measurements),
  runs: () => knownIn(runs),
};

/** All that is known without the database: in the second place, on this page, and on its desk. */
function knownEntries(): readonly Entry[] {
  const entries = new Map<string, Entry>();
  const add = (one: Entry): void => {
    entries.set(`${one.store}/${one.key}`, one);
  };
  for (const store of Object.values(KNOWN)) store().forEach(add);
  // The second place is written first, and says when that was; only pictures are left out of it.
  for (const one of journalEntries())
    add(withPictureOf(one, entries.get(`${one.store}/${one.key}`)));
  const open = entryOnDesk();
  if (open) add(open);
  return [...entries.values()];
}

function withPictureOf(entry: Entry, known: Entry | undefined): Entry {
  const { picture } = (known?.value ?? {}) as { picture?: unknown };
  if (picture === undefined || picture === null) return entry;
  return { ...entry, value: { ...(entry.value as object), picture } };
}

/** Saves all that is known without the database as a file with everything; it opens as any other. */
export function saveKnown(savedAt: number): Promise<Result<Packed>> {
  const known = knownEntries();
  const give: GiveRecords = async (kind, batch) =>
    batch > 0 ? null : known.flatMap((one) => (one.store === kind ? [recordOf(one)] : []));
  const order = { savedAt, holds: 'some', settings: allSettings(), to: null } as const;
  return withWorker(BUNDLE_WORKER, (service: BundleService) => service.pack(order, give, () => {}));
}

function recordOf({ key, value, changedAt }: Entry): PackedRecord {
  return { id: key, changedAt: changedAt ?? null, record: value, attached: null };
}

/**
 * Does that on the first look at a page, when the new database holds nothing that a person has made: nothing
 * can be lost by it.
 * @returns false when it was left to the person.
 */
export async function bringBackByItself(): Promise<boolean> {
  try {
    if (!isFirstLook() || knownEntries().length === 0 || !(await isNewOneEmpty())) return false;
  } catch {
    return false;
  }
  if (!(await goOnWithNewDatabase())) return false;
  rememberBroughtBack();
  return true;
}

/**
 * Goes on with the empty database that the browser has begun: puts into it what is known without it. Jobs come
 * back without their files.
 */
export async function goOnWithNewDatabase(): Promise<boolean> {
  const seeds: Entry[] = ['example-printers', 'demo-shelf'].map((key) => ({
    store: 'meta',
    key,
    value: true,
  }));
  const wanted = [...knownEntries(), ...seeds];
  const isTaken = await adoptDatabase(async () => {
    const written = await commitOrRefuse({
      what: 'the backup copy',
      stores: [...STORE_NAMES.filter(isJournaled), 'meta'],
      make: async (read) => {
        const found = await Promise.all(wanted.map(({ store, key }) => read.one(store, key)));
        return wanted.filter((_, i) => found[i] === undefined);
      },
    });
    return written.ok;
  });
  return isTaken && (await retryWrites());
}
