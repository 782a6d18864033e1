import type { Job } from '@/store/records/records';
import type { JobState } from './jobState';

/** From so many jobs on, the Bench can be searched, sorted and put in folders. */
export const MANY_JOBS = 20;

/** Orders of the Bench. */
export const BENCH_ORDERS = {
  newest: 'Newest first',
  oldest: 'Oldest first',
  name: 'By name',
  longest: 'Longest print first',
} as const;
type BenchOrder = keyof typeof BENCH_ORDERS;

/** What of the Bench is shown. */
export interface Listing {
  readonly search: string;
  readonly order: BenchOrder;
  /** null for all, empty for jobs in no folder. */
  readonly folder: string | null;
  readonly state: JobState | null;
}

export const ALL_JOBS: Listing = { search: '', order: 'newest', folder: null, state: null };

const ORDER: Readonly<Record<BenchOrder, (a: Job, b: Job) => number>> = {
  newest: (a, b) => b.addedAt - a.addedAt,
  oldest: (a, b) => a.addedAt - b.addedAt,
  name: (a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  longest: (a, b) => b.seconds - a.seconds,
};

/** The folders that jobs lie in, by name. */
export function foldersOf(jobs: readonly Job[]): string[] {
  const names = new Set(jobs.flatMap(({ folder }) => folder ?? []));
  return [...names].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
}

/** The jobs that are shown, in order: every word of the search stands in a job's name, file or folder. */
export function listed(
  jobs: readonly Job[],
  { search, order, folder, state }: Listing,
  stateOfJob: (job: Job) => JobState,
): Job[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return jobs
    .filter((job) => folder === null || (job.folder ?? '') === folder)
    .filter((job) => state === null || stateOfJob(job) === state)
    .filter(({ name, fileName, folder: own = '' }) => {
      const text = `${name} ${fileName} ${own}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .sort(ORDER[order]);
}
