import type { Result } from '@/core/findings';
import type { NamedFile } from '@/base/files/namedFiles';
import type { Job } from '@/store/records/records';

/** Something that can be printed together with others: a job of the Bench, or a file that was dropped. */
export interface Joinable {
  readonly key: string;
  readonly name: string;
  readonly files: () => Promise<Result<NamedFile[]>>;
}

/** A job as one of several to be printed together. */
export function joinableJob(job: Job): Joinable {
  return {
    key: job.id,
    name: job.name,
    files: async () => (await import('./joinJobs')).filesOfJob(job),
  };
}

/** The same for a file that was dropped. */
export function joinableFile(file: File, i: number): Joinable {
  return {
    key: `${i} ${file.name}`,
    name: file.name,
    files: async () => {
      const read = await (await import('@/base/files/namedFiles')).plainFile(file);
      return read.ok ? { ok: true, value: [read.value] } : read;
    },
  };
}
