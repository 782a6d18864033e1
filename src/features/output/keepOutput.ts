import { EMPTY_LOG } from '@/core/log/runLog';
import { runPictureOf } from '@/core/run/runPicture';
import { runPlanOf, startOfPlan, type PlannedRun } from '@/base/work/runPlanOf';
import { jobs } from '@/store/jobs/jobs';
import type { WrittenOutput } from '@/store/records/records';
import { rememberOutput } from '@/store/prints/newRuns';
import type { OutputFile } from '@/base/job/outputState';
import { newId } from '@/workers/ids';
import { sumOf } from '@/workers/sums';

interface WrittenPlan extends PlannedRun {
  readonly files: readonly OutputFile[];
}

/** Remembers what was handed out, so that somebody can attend to it: plan, times and hashes, not the bytes. */
export async function keepOutput({ files, ...planned }: WrittenPlan): Promise<void> {
  const { ready, plan } = planned;
  const { job, reading } = ready;
  const outputs = await Promise.all(files.map(outputOf));
  const runPlan = runPlanOf(
    planned,
    files.map(({ name }) => name),
  );
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
    startAt: startOfPlan(plan),
    isRehearsal: false,
    events: [],
    log: EMPTY_LOG,
  });
}

async function outputOf({ name, blob }: OutputFile): Promise<WrittenOutput> {
  return { name, bytes: blob.size, sha256: await sumOf(blob) };
}
