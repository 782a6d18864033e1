import { learnedForRun } from '@/core/log/reckon';
import type { JobPlan } from '@/core/plan/jobPlan';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { Printer } from '@/core/printer/printer';
import { makeRunPlan } from '@/core/run/makeRunPlan';
import type { RunPlan } from '@/core/run/runPlan';
import { isMoment } from '@/core/shape';
import type { ReadyFile } from '../job/useOpenJob';
import type { PlanWork } from './usePlanWork';

/** What is known of a plan that is printed, or will be. */
export interface PlannedRun {
  readonly ready: Pick<ReadyFile, 'job' | 'reading'>;
  readonly plan: JobPlan;
  readonly printer: Printer;
  readonly work: Pick<PlanWork, 'bands' | 'purges' | 'spools' | 'reckoned'>;
}

/** All that a person at the printer needs of a plan, written or not. */
export function runPlanOf(
  { ready, plan, printer, work }: PlannedRun,
  fileNames: readonly string[],
): RunPlan {
  const { bands, purges, spools, reckoned } = work;
  const { value: slow } = reckoned.printer.motion;
  return makeRunPlan({
    // A run keeps the model's own times beside what was learned, so that it can teach in its turn.
    bands: bands.map((band) => ({ ...band, seconds: band.seconds / slow })),
    purges,
    spools,
    learned: learnedForRun(reckoned),
    handsAt: reckoned.handsAt,
    job: ready.job.name,
    fileNames,
    plan,
    reading: ready.reading,
    printer,
    recipe: recipeOfPlan(plan, printer),
  });
}

/** When a plan is to start, ms since 1970; null for not chosen, or while its year is being typed. */
export function startOfPlan({ startAt }: Pick<JobPlan, 'startAt'>): number | null {
  const at = startAt === null ? NaN : new Date(startAt).getTime();
  return isMoment(at) ? at : null;
}
