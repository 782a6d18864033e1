import type { RunEvent } from '@/core/run/following/events';
import { createCollection } from '../db/collection';
import { database } from '../db/db';
import { runsAtHand } from './entryLine';
import { parseRun } from '../records/runShape';
import type { Run } from '../records/records';
import { newId } from '@/workers/ids';

/** The job of the made-up prints: not one of the Bench. */
export const MADE_UP = 'made-up';

/** The job of runs that came from another device: they have none here. */
export const HANDED = 'handed-over';

/** What was written and how it was printed, newest first. */
export const runs = createCollection<Run>({
  store: 'runs',
  what: 'run',
  parse: parseRun,
  compare: (a, b) => b.writtenAt - a.writtenAt || (a.id < b.id ? -1 : 1),
  following: 'entries',
  isMadeUp: ({ jobId }) => jobId === MADE_UP,
  wanted: runsAtHand,
});

/** The runs, for components. */
export const useRuns = runs.use;

/** What a person tells, before it has its place in time. */
export type Told = RunEvent extends infer E
  ? E extends RunEvent
    ? Omit<E, 'id' | 'at'>
    : never
  : never;

/** Stores what was told of a run at a moment; false when it could not be written. */
export async function tellRun(id: string, told: Told, at: number = Date.now()): Promise<boolean> {
  const event = { ...told, id: newId(), at } as RunEvent;
  return runs.edit(id, (run) => ({ ...run, events: [...run.events, event] }));
}

/** Whether a job lies on the Bench of this browser. */
export async function hasJob(jobId: string): Promise<boolean> {
  if (jobId === HANDED || jobId === MADE_UP) return false;
  // Looked at as it is stored: what reads jobs is large, and not needed at the printer.
  const job = (await (await database()).get('jobs', jobId)) as { deleted?: unknown } | undefined;
  return job !== undefined && (job.deleted ?? null) === null;
}

/** What of a plan changes nothing in what is printed. */
const ASIDE: ReadonlySet<string> = new Set(['startAt', 'known', 'ignoredSteps']);

/** Whether the plan of a job was changed since an output of it was written; false when that cannot be told. */
export async function isPlanChanged({ jobId, plan }: Run): Promise<boolean> {
  // Looked at as it is stored: what reads plans is large, and not needed at the printer.
  const plans = (await (await database()).get('plans', jobId)) as {
    book?: { chosen?: unknown; variants?: readonly { id?: unknown; plan?: unknown }[] };
  } | null;
  const { chosen, variants = [] } = plans?.book ?? {};
  const now = variants.find(({ id }) => id === chosen)?.plan;
  return plan !== null && now !== undefined && !isSame(plan, now);
}

function isSame(one: unknown, other: unknown): boolean {
  if (typeof one !== 'object' || one === null || typeof other !== 'object' || other === null) {
    return one === other;
  }
  const keys = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...keys].every(
    (key) =>
      ASIDE.has(key) ||
      isSame((one as Record<string, unknown>)[key], (other as Record<string, unknown>)[key]),
  );
}

/** True for an output that was written and never begun. */
export function isUnbegun({ events }: Pick<Run, 'events'>): boolean {
  return events.length === 0;
}
