import { database } from '../db/db';
import { isEntry, runsAtHand } from '../prints/entryLine';
import type { LogEntry, Run } from '../records/records';

/** What is known of jobs' prints, as far as the Bench says it. */
export interface JobPrints {
  readonly runs: readonly Pick<Run, 'jobId' | 'id' | 'isRehearsal'>[];
  readonly entries: readonly Pick<LogEntry, 'jobId' | 'id' | 'phase' | 'at'>[];
}

/**
 * Reads what is known of prints, without all that a run holds: the Bench shows it beside each job, and should be
 * there at once.
 */
export async function jobPrints(): Promise<JobPrints> {
  const db = await database();
  const [keys, entries] = await Promise.all([runsAtHand(db), db.getAll('entries')]);
  const found = await Promise.all(keys.map((key) => db.get('runs', key)));
  return { runs: found.flatMap(plainRun), entries: entries.filter(isEntry) };
}

function plainRun(value: unknown): JobPrints['runs'] {
  const { id, jobId, isRehearsal } = (value ?? {}) as Partial<Run>;
  return typeof id === 'string' && typeof jobId === 'string'
    ? [{ id, jobId, isRehearsal: isRehearsal === true }]
    : [];
}
