import { success, refuse, type Result } from '@/core/findings';
import { useAside } from '../records/aside';
import { createCollection } from '../db/collection';
import { commit } from '../db/commit';
import { database } from '../db/db';
import type { Entry } from '../db/entry';
import { isEntry } from './entryLine';
import type { LogEntry } from '../records/records';

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
 * again when anything is wrong with it. There may be thousands.
 */
function parseEntry(stored: unknown): Result<LogEntry> {
  return isEntry(stored)
    ? success(stored)
    : refuse('bad-record', 'It is not as this Lamella draws it.');
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
    import('../records/runShape'),
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
