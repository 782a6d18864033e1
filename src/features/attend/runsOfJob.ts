import { isUnderWay } from '@/core/run/underWay';
import type { Run } from '@/store/records/records';
import { isUnbegun } from '@/store/prints/runs';

/**
 * The runs of a job that somebody may want to see: those that print, in front of what was written since; else the
 * newest.
 */
export function runsOfJob(records: readonly Run[], jobId: string): readonly Run[] {
  const real = records.filter((run) => run.jobId === jobId && !run.isRehearsal);
  const on = real.filter(({ runPlan, events }) => isUnderWay(runPlan, events));
  if (on.length === 0) return real.slice(0, 1);
  return [...on, ...real.filter(isUnbegun).slice(0, 1)];
}

/** The run of a job that is shown: the one that the address names, or the first of those above. */
export function runAtHand(
  records: readonly Run[],
  jobId: string,
  wanted: string | null,
): Run | null {
  const named = records.find(({ id, isRehearsal }) => id === wanted && !isRehearsal);
  return named?.jobId === jobId ? named : (runsOfJob(records, jobId).at(0) ?? null);
}
