import { isMoment } from '@/core/shape';
import { EMPTY_LOG } from '@/core/log/runLog';
import type { JobPlan } from '@/core/plan/jobPlan';
import { learnedForRun } from '@/core/log/reckon';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { Printer } from '@/core/printer/printer';
import { makeRunPlan } from '@/core/run/makeRunPlan';
import { runPictureOf } from '@/core/run/runPicture';
import type { PlanWork } from '@/base/work/usePlanWork';
import type { ReadyFile } from '@/base/job/useOpenJob';
import { jobs } from '@/store/jobs/jobs';
import type { WrittenOutput } from '@/store/records/records';
import { rememberOutput } from '@/store/prints/newRuns';
import type { OutputFile } from '@/base/job/outputState';
import { newId } from '@/workers/ids';
import { sumOf } from '@/workers/sums';

interface WrittenPlan {
  readonly ready: Pick<ReadyFile, 'job' | 'reading'>;
  readonly plan: JobPlan;
  readonly printer: Printer;
  readonly work: Pick<PlanWork, 'bands' | 'purges' | 'spools' | 'reckoned'>;
  readonly files: readonly OutputFile[];
}

/** Remembers what was handed out, so that somebody can attend to it: plan, times and hashes, not the bytes. */
export async function keepOutput({
  ready,
  plan,
  printer,
  work,
  files,
}: WrittenPlan): Promise<void> {
  const { job, reading } = ready;
  const outputs = await Promise.all(files.map(outputOf));
  const { bands, purges, spools, reckoned } = work;
  const { value: slow } = reckoned.printer.motion;
  const runPlan = makeRunPlan({
    // A run keeps the model's own times beside what was learned, so that it can teach in its turn.
    bands: bands.map((band) => ({ ...band, seconds: band.seconds / slow })),
    purges,
    spools,
    learned: learnedForRun(reckoned),
    handsAt: reckoned.handsAt,
    job: job.name,
    fileNames: files.map(({ name }) => name),
    plan,
    reading,
    printer,
    recipe: recipeOfPlan(plan, printer),
  });
  // The Bench may have a newer picture than the one that the job was opened with.
  const { picture } = jobs.known().find(({ id }) => id === job.id) ?? job;
  await rememberOutput({
    id: newId(),
    jobId: job.id,
    writtenAt: Date.now(),
    runPlan,
    plan,
    outputs,
    isProven: true,
    picture: picture && runPictureOf(picture, plan, reading.layers.length),
    startAt: startOf(plan.startAt),
    isRehearsal: false,
    events: [],
    log: EMPTY_LOG,
  });
}

/** When a plan is to start, ms since 1970; null for not chosen, or while its year is being typed. */
function startOf(startAt: string | null): number | null {
  const at = startAt === null ? NaN : new Date(startAt).getTime();
  return isMoment(at) ? at : null;
}

async function outputOf({ name, blob }: OutputFile): Promise<WrittenOutput> {
  return { name, bytes: blob.size, sha256: await sumOf(blob) };
}
