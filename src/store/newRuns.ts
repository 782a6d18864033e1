import { EMPTY_LOG } from '@/core/log/runLog';
import { mergedEvents } from '@/core/run/events';
import type { HandedRun } from '@/core/run/handOver';
import type { Run } from './records';
import { isUnbegun, runs } from './runs';

/** The job of runs that came from another device: they have none here. */
const HANDED = 'handed-over';

/** Stores a run that came from another device; what was told here and there is put together. */
export async function takeHanded({ id, runPlan, startAt, events }: HandedRun): Promise<boolean> {
  await runs.load();
  const known = await runs.fetch(id);
  const all = mergedEvents(known?.events ?? [], events);
  if (known) return runs.edit(id, (run) => ({ ...run, events: all }));
  return runs.save([
    {
      id,
      jobId: HANDED,
      writtenAt: Date.now(),
      runPlan,
      plan: null,
      outputs: [],
      // Nothing is known here of the file itself.
      isProven: false,
      picture: null,
      startAt,
      isRehearsal: false,
      events: all,
      log: EMPTY_LOG,
    },
  ]);
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
