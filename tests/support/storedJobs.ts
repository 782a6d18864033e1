import { emptyPlan } from '../../src/core/plan/jobPlan';
import { bookOf } from '../../src/core/plan/file/planBook';
import { newPlans, type WholeJob } from '../../src/store/jobs/jobs';
import type { Job } from '../../src/store/records/records';

export const FINGERPRINT = 'cd'.repeat(32);

/** A made-up job as it lies in the store. */
export function storedJob(id: string, given: Partial<Job> = {}): Job {
  return {
    id,
    name: 'Hide plate 7',
    fileName: 'hide-plate-7.gcode',
    bytes: 3,
    fingerprint: FINGERPRINT,
    layers: 40,
    height: 8.04,
    seconds: 2900,
    addedAt: 1,
    content: { kind: 'file' },
    isDemo: true,
    picture: null,
    deleted: null,
    ...given,
  };
}

/** The same with a file and an empty plan. */
export function wholeJob(id: string, given: Partial<Job> = {}): WholeJob {
  return {
    job: storedJob(id, given),
    file: new Blob(['G90']),
    plans: newPlans(id, bookOf(emptyPlan(FINGERPRINT))),
  };
}
