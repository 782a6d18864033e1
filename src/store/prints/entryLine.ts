import type { Database } from '../db/db';
import type { LogEntry } from '../records/records';

/** Rises whenever an entry is drawn from a run in another way: entries that are there are then made again. */
export const ENTRY_VERSION = 2;

/** Whether a stored line of the logbook is one of this version. */
export function isEntry(value: unknown): value is LogEntry {
  if (typeof value !== 'object' || value === null) return false;
  const { id, version, at, job, printer, change, colours, facts } = value as Partial<
    Record<keyof LogEntry, unknown>
  >;
  return (
    version === ENTRY_VERSION &&
    typeof id === 'string' &&
    Number.isFinite(at) &&
    [job, printer, change].every((one) => typeof one === 'string') &&
    Array.isArray(colours) &&
    Array.isArray((facts as { readonly swaps?: unknown } | null | undefined)?.swaps)
  );
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
