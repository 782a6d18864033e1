import { EMPTY_LOG } from '@/core/log/runLog';
import { mergedEvents } from '@/core/run/following/events';
import type { HandedRun } from '@/core/run/handOver';
import type { Run } from '../records/records';
import { HANDED, isUnbegun, runs } from './runs';
import { newId } from '@/workers/ids';

/** A run that was taken from another device: its job here, and how many taps it brought. */
export interface TakenRun {
  readonly jobId: string;
  readonly news: number;
}

/**
 * Stores a run that came from another device; what was recorded here and there is merged.
 * @returns null when it could not be stored.
 */
export async function takeHanded(handed: HandedRun): Promise<TakenRun | null> {
  const { id, runPlan, startAt, events } = handed;
  await runs.load();
  const known = await runs.fetch(id);
  if (known) {
    const told = new Set(known.events.map((one) => one.id));
    const isStored = await runs.edit(id, (run) => ({
      ...run,
      events: mergedEvents(run.events, events),
    }));
    const news = events.filter((one) => !told.has(one.id)).length;
    return isStored ? { jobId: known.jobId, news } : null;
  }
  const isStored = await runs.save([
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
      events,
      log: EMPTY_LOG,
    },
  ]);
  return isStored ? { jobId: HANDED, news: events.length } : null;
}

/**
 * Makes the run of the same file once more; one that is there already and was not begun is taken.
 * @returns its id; null when it could not be stored.
 */
export async function printAgain(run: Run): Promise<string | null> {
  await runs.load();
  const runPlan = { ...run.runPlan, stand: null };
  const written = JSON.stringify(runPlan);
  const waiting = runs
    .known()
    .find(
      (one) =>
        one.jobId === run.jobId &&
        isUnbegun(one) &&
        !one.isRehearsal &&
        JSON.stringify({ ...one.runPlan, stand: null }) === written,
    );
  if (waiting) return waiting.id;
  const id = newId();
  const again = {
    ...run,
    id,
    runPlan,
    writtenAt: Date.now(),
    startAt: null,
    events: [],
    log: EMPTY_LOG,
  };
  return (await runs.save([again])) ? id : null;
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
