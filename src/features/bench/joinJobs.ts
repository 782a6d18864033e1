import { useOwnPrinter } from '@/store/settings/settings';
import { refuse, success, type Result } from '@/core/findings';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf } from '@/core/plan/file/planBook';
import { withFoundParts } from '@/core/plan/edits/partPlan';
import { commonStem } from '@/core/delivery/deliveryNames';
import { layTogether, type NamedFile } from '@/base/files/namedFiles';
import { partsPicture } from '@/base/work/foundParts';
import { factsOf } from '@/store/jobs/jobFacts';
import { loadJob, newPlans, saveWholeJob } from '@/store/jobs/jobs';
import type { Job } from '@/store/records/records';
import { missingRoom, storageSentence } from '@/store/jobs/room';
import { PrintClient, WorkerClosedError } from '@/workers/print/printClient';
import type { ReadProgress } from '@/workers/print/protocol';
import { newId } from '@/workers/ids';

/** The files of a job: its own one, or the several that it was made of. */
export async function filesOfJob(job: Job): Promise<Result<NamedFile[]>> {
  const found = await loadJob(job.id);
  if (!found?.ok || found.value.file === null) {
    return refuse('cannot-read', `The file of ${job.name} is not in this browser.`);
  }
  const { file } = found.value;
  const { content } = found.value.job;
  const files =
    content.kind === 'files' ? content.files : [{ name: job.fileName, start: 0, end: file.size }];
  return success(files.map(({ name, start, end }) => ({ name, gcode: file.slice(start, end) })));
}

/** Puts one job on the Bench that prints several files together. */
export async function joinJobs(
  name: string,
  files: readonly NamedFile[],
  onProgress: (progress: ReadProgress) => void,
): Promise<Result<Job>> {
  const { gcode, places } = await layTogether(files);
  const room = await missingRoom(gcode.size);
  if (room) return refuse('storage-short', room);
  const client = new PrintClient();
  try {
    const opened = await client.open(gcode, ORDINARY_PRINTER, onProgress, places);
    if (!opened.ok) return opened;
    const { reading, fingerprint } = opened.value;
    const found = await client.findParts();
    const fileName = `${commonStem(files.map((file) => file.name))}.gcode`;
    const job: Job = {
      id: newId(),
      name,
      addedAt: Date.now(),
      isDemo: false,
      deleted: null,
      ...factsOf(fileName, opened.value),
      ...(found && { picture: partsPicture(reading, found) }),
    };
    const { printerId } = useOwnPrinter.getState();
    const plan = withFoundParts({ ...emptyPlan(fingerprint), printerId }, reading, []);
    const saved = await saveWholeJob({ job, file: gcode, plans: newPlans(job.id, bookOf(plan)) });
    return saved.ok ? success(job) : saved;
  } catch (error) {
    if (error instanceof WorkerClosedError)
      return refuse('trouble', 'The job was closed in the meantime.');
    return refuse('trouble', storageSentence(error));
  } finally {
    client.close();
  }
}
