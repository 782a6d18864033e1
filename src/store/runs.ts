import type { RunEvent } from '@/core/run/events';
import type { HandedRun } from '@/core/run/handOver';
import { createCollection } from './collection';
import { parseRun } from './runShape';
import type { Run } from './records';

/** What was written and how it was printed, newest first. */
export const runs = createCollection<Run>({
  store: 'runs',
  what: 'run',
  parse: parseRun,
  compare: (a, b) => b.writtenAt - a.writtenAt || (a.id < b.id ? -1 : 1),
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
  const event = { ...told, id: crypto.randomUUID(), at } as RunEvent;
  return runs.edit(id, (run) => ({ ...run, events: [...run.events, event] }));
}

/** Stores a run that came from another device; what was told here and there is put together. */
export async function takeHanded({ id, runPlan, startAt, events }: HandedRun): Promise<boolean> {
  await runs.load();
  const known = runs.known().find((one) => one.id === id);
  const told = new Map([...(known?.events ?? []), ...events].map((one) => [one.id, one]));
  const all = [...told.values()].sort((a, b) => a.at - b.at);
  if (known) return runs.edit(id, (run) => ({ ...run, events: all }));
  return runs.save([
    {
      id,
      jobId: HANDED,
      writtenAt: Date.now(),
      runPlan,
      plan: null,
      outputs: [],
      isProven: true,
      picture: null,
      startAt,
      isRehearsal: false,
      events: all,
    },
  ]);
}

/** The job of runs that came from another device: they have none here. */
const HANDED = 'handed-over';

/** True for an output that was written and never begun. */
export function isUnbegun({ events }: Pick<Run, 'events'>): boolean {
  return events.length === 0;
}

/** Remembers an output that was handed out, in place of one of the same job that was never begun. */
export async function rememberOutput(run: Run): Promise<boolean> {
  await runs.load();
  const old = runs
    .known()
    .filter((one) => one.jobId === run.jobId && isUnbegun(one) && !one.isRehearsal)
    .map(({ id }) => id);
  return (await runs.change('the written output', [run], old)) !== null;
}
