import { commit } from './commit';
import type { Entry } from './entry';
import { adoptDatabase, database } from './db';
import { journalEntries } from './journal';
import { allPlans, jobs } from './jobs';
import { usePlanStore } from './planStore';
import { printers } from './printers';
import { runs } from './runs';
import { shelf } from './shelf';
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

/** Everything small that this page and its journal know, as JSON to be saved. */
export function knownAsJson(): string {
  const { book } = usePlanStore.getState();
  const known = {
    lamella: 'everything',
    savedAt: new Date().toISOString(),
    openBook: book,
    jobs: jobs.known().map((job) => ({ ...job, picture: null })),
    plans: allPlans.known(),
    printers: printers.known(),
    spools: shelf.known(),
    runs: runs.known().map((run) => ({ ...run, picture: null })),
    journal: journalEntries(),
  };
  return `${JSON.stringify(known, null, 2)}\n`;
}

/**
 * Goes on with the empty database that the browser has begun: puts into it what the journal and this
 * page know. Jobs come back without their files.
 */
export async function goOnWithNewDatabase(): Promise<boolean> {
  const entries = new Map<string, Entry>();
  const add = (one: Entry): void => {
    entries.set(`${one.store}/${one.key}`, one);
  };
  journalEntries().forEach(add);
  for (const job of jobs.known()) add(jobs.entryOf(job));
  for (const plans of allPlans.known()) {
    if (!entries.has(`plans/${plans.id}`)) add(allPlans.entryOf(plans));
  }
  for (const printer of printers.known()) add(printers.entryOf(printer));
  for (const spool of shelf.known()) add(shelf.entryOf(spool));
  for (const run of runs.known()) add(runs.entryOf(run));
  const seeds: Entry[] = ['example-printers', 'demo-shelf'].map((key) => ({
    store: 'meta',
    key,
    value: true,
  }));
  try {
    await adoptDatabase();
  } catch {
    return false;
  }
  const isWritten = await commit({
    what: 'what was kept in the second place',
    stores: ['jobs', 'plans', 'printers', 'spools', 'runs', 'meta'],
    make: async (read) => {
      const wanted = [...entries.values(), ...seeds];
      const found = await Promise.all(wanted.map(({ store, key }) => read.one(store, key)));
      return wanted.filter((_, i) => found[i] === undefined);
    },
  });
  return isWritten && (await retryWrites());
}
