import type { JobPlan } from '@/core/plan/jobPlan';
import { chosenVariant, parsePlanBook, type PlanBook } from '@/core/plan/planBook';
import type { Result } from '@/core/findings';
import { database, type Job } from './db';

/** A job with all that belongs to it: what deleting takes away and undoing brings back. */
export interface StoredJob {
  readonly job: Job;
  readonly file: Blob;
  readonly book: PlanBook;
}

/** All jobs, newest first. */
export async function listJobs(): Promise<Job[]> {
  const jobs = await (await database()).getAll('jobs');
  return jobs.sort((a, b) => b.addedAt - a.addedAt);
}

/** Writes a job, its file and its plans in one transaction, so that none is ever without the others. */
export async function saveJob({ job, file, book }: StoredJob): Promise<void> {
  const tx = (await database()).transaction(['jobs', 'files', 'plans'], 'readwrite');
  await Promise.all([
    tx.objectStore('jobs').put(job),
    tx.objectStore('files').put(file, job.id),
    tx.objectStore('plans').put(book, job.id),
    tx.done,
  ]);
}

/** A job's parts as they are stored; null when there is no such job. */
export async function loadJob(
  id: string,
): Promise<{ job: Job; file: Blob; book: Result<PlanBook> } | null> {
  const tx = (await database()).transaction(['jobs', 'files', 'plans']);
  const [job, file, book] = await Promise.all([
    tx.objectStore('jobs').get(id),
    tx.objectStore('files').get(id),
    tx.objectStore('plans').get(id),
  ]);
  return job && file ? { job, file, book: parsePlanBook(book) } : null;
}

/** Takes a job away and returns it, so that it can be put back. */
export async function removeJob(id: string): Promise<StoredJob | null> {
  const stored = await loadJob(id);
  const tx = (await database()).transaction(['jobs', 'files', 'plans'], 'readwrite');
  await Promise.all([
    tx.objectStore('jobs').delete(id),
    tx.objectStore('files').delete(id),
    tx.objectStore('plans').delete(id),
    tx.done,
  ]);
  return stored?.book.ok ? { ...stored, book: stored.book.value } : null;
}

export async function saveBook(id: string, book: PlanBook): Promise<void> {
  await (await database()).put('plans', book, id);
}

/** Replaces what the Bench shows of a job; its file and plan stay. */
export async function updateJob(job: Job): Promise<void> {
  await (await database()).put('jobs', job);
}

/** The chosen plan of every job of which it can be read, by job id. */
export async function listPlans(): Promise<Map<string, JobPlan>> {
  const tx = (await database()).transaction('plans');
  const [ids, plans] = await Promise.all([tx.store.getAllKeys(), tx.store.getAll()]);
  return new Map(
    ids.flatMap((id, i) => {
      const book = parsePlanBook(plans[i]);
      return book.ok ? [[id, chosenVariant(book.value).plan] as const] : [];
    }),
  );
}

const demoKey = (fileName: string): string => `demo:${fileName}`;

/** True once a demo file was put on the Bench; it is not brought back after it was deleted. */
export async function isDemoSeeded(fileName: string): Promise<boolean> {
  return (await (await database()).get('meta', demoKey(fileName))) === true;
}

export async function markDemoSeeded(fileName: string): Promise<void> {
  await (await database()).put('meta', true, demoKey(fileName));
}
