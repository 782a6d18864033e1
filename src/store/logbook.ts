import { success, refuse, type Result } from '@/core/findings';
import { useAside } from './aside';
import { createCollection } from './collection';
import { commit } from './commit';
import { database, type Database } from './db';
import type { Entry } from './entry';
import type { LogEntry } from './records';

/** Rises whenever an entry is drawn from a run in another way: entries that are there are then made anew. */
export const ENTRY_VERSION = 1;

/** The logbook, newest first. */
export const logbook = createCollection<LogEntry>({
  store: 'entries',
  what: 'entry',
  parse: parseEntry,
  compare: (a, b) => b.at - a.at || (a.id < b.id ? -1 : 1),
});

/** The logbook, for components. */
export const useLogbook = logbook.use;

/**
 * Looks whether a stored entry is one of this version. Nothing more: it follows from its run, and is made
 * anew when anything is wrong with it. There may be thousands.
 */
function parseEntry(stored: unknown): Result<LogEntry> {
  return isEntry(stored)
    ? success(stored)
    : refuse('bad-record', 'It is not as this Lamella draws it.');
}

function isEntry(value: unknown): value is LogEntry {
  if (typeof value !== 'object' || value === null) return false;
  const { id, version, at, job, printer, change, colours, facts } = value as Partial<LogEntry>;
  return (
    version === ENTRY_VERSION &&
    typeof id === 'string' &&
    Number.isFinite(at) &&
    [job, printer, change].every((one) => typeof one === 'string') &&
    Array.isArray(colours) &&
    typeof facts === 'object' &&
    Array.isArray(facts?.swaps)
  );
}

/**
 * Loads the logbook. Lines that are missing, as of runs that were changed since, or damaged are drawn from
 * their runs.
 */
export async function loadLogbook(): Promise<readonly LogEntry[]> {
  const db = await database();
  const [runs, entries] = await Promise.all([db.getAllKeys('runs'), db.getAllKeys('entries')]);
  const there = new Set(entries);
  const lacking = runs.filter((key) => !there.has(key));
  const found = await Promise.all(lacking.map((key) => db.get('runs', key)));
  // Most of those that have no line have not begun.
  await drawEntries(lacking.filter((_, i) => hasBegun(found[i])));
  await logbook.load();
  const damaged = useAside.getState().all.filter(({ store }) => store === 'entries');
  await drawEntries(damaged.map(({ key }) => key));
  return logbook.known();
}

function hasBegun(run: unknown): boolean {
  const { events, isRehearsal } = (run ?? {}) as { events?: unknown; isRehearsal?: unknown };
  return isRehearsal !== true && Array.isArray(events) && events.length > 0;
}

async function drawEntries(keys: readonly string[]): Promise<void> {
  if (keys.length === 0) return;
  const [{ entryOfRun }, { parseRun }] = await Promise.all([
    import('./entryOfRun'),
    import('./runShape'),
  ]);
  await commit({
    what: 'the logbook',
    stores: ['runs', 'entries'],
    make: async (read) => {
      const made: Entry[] = [];
      for (const key of keys) {
        const run = parseRun(await read.one('runs', key));
        const entry = run.ok ? entryOfRun(run.value) : null;
        if (entry || (await read.one('entries', key)) !== undefined) {
          made.push({ store: 'entries', key, ...(entry && { value: entry }) });
        }
      }
      return made;
    },
  });
}

/** The runs that the station at the printer needs: all but those that are over, and the last of each job. */
export async function runsAtHand(db: Database): Promise<readonly string[]> {
  const [keys, entries] = await Promise.all([db.getAllKeys('runs'), db.getAll('entries')]);
  const over = entries.filter((one): one is LogEntry => isEntry(one) && one.endedAt !== null);
  const last = new Map<string, LogEntry>();
  for (const one of over) {
    if (one.at > (last.get(one.jobId)?.at ?? -Infinity)) last.set(one.jobId, one);
  }
  const left = new Set(over.flatMap((one) => (last.get(one.jobId) === one ? [] : [one.id])));
  return keys.filter((key) => !left.has(key));
}
