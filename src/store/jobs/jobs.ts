import { withoutReservation, withReservation } from '@/core/filament/shelf/reserve';
import { parseSpool } from '@/core/filament/shelf/spoolFile';
import type { Spool } from '@/core/filament/shelf/spool';
import { success, type Result } from '@/core/findings';
import { emptyPlan } from '@/core/plan/jobPlan';
import { bookOf, type PlanBook } from '@/core/plan/file/planBook';
import { createCollection } from '../db/collection';
import { commit, commitOrRefuse, type Reader } from '../db/commit';
import { database } from '../db/db';
import type { Entry } from '../db/entry';
import { fromJournal } from '../db/journal';
import type { JobFacts } from './jobFacts';
import { plansSettled } from '../plans/openPlans';
import { forgetReadings } from './readings';
import { parseJob, parsePlans } from '../records/recordShapes';
import type { HeldReservation, Job, StoredPlans } from '../records/records';
import { shelf } from '../shelf';
import { watchedKey } from './watched';

/** All jobs, the deleted ones too, newest first. */
export const jobs = createCollection<Job>({
  store: 'jobs',
  what: 'job',
  parse: parseJob,
  compare: (a, b) => b.addedAt - a.addedAt,
  isMadeUp: ({ isDemo }) => isDemo,
});

/** The plans of all jobs, for the pictures on the Bench. */
export const allPlans = createCollection<StoredPlans>({
  store: 'plans',
  what: 'plan',
  parse: parsePlans,
  compare: (a, b) => (a.id < b.id ? -1 : 1),
});

/** The jobs and their plans, for components. */
export const useJobs = jobs.use;
export const useAllPlans = allPlans.use;

/** A job with its file and its plans, as one thing to store. */
export interface WholeJob {
  readonly job: Job;
  readonly file: Blob;
  readonly plans: StoredPlans;
}

/** Deleted jobs are kept so long, ms: 30 days. */
export const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

const entriesOf = ({ job, file, plans }: WholeJob): readonly Entry[] => [
  jobs.entryOf(job),
  { store: 'files', key: job.id, value: file },
  allPlans.entryOf(plans),
];

/** Stores a job, its file and its plans in one transaction; refuses when they cannot be written. */
export async function saveWholeJob(whole: WholeJob, demoFile?: string): Promise<Result<null>> {
  const seeded = demoFile === undefined ? [] : [demoMark(demoFile)];
  return commitOrRefuse({
    what: `the job ${whole.job.name}`,
    stores: ['jobs', 'files', 'plans'],
    make: () =>
      entriesOf(whole)
        .map((entry) => (demoFile === undefined ? entry : { ...entry, changedAt: 0 }))
        .concat(seeded),
  });
}

/** A job's parts as they are stored. */
export interface FoundJob {
  readonly job: Job;
  /** null when the file is gone. */
  readonly file: Blob | null;
  readonly plans: StoredPlans;
  /** Why the stored plans could not be read, when a new one was begun; null when they could. */
  readonly unreadable: string | null;
  /** True for changes that had reached only the journal. */
  readonly isRestored: boolean;
}

/** Reads a job; null when there is none of this id, a refusal when it cannot be read. */
export async function loadJob(id: string): Promise<Result<FoundJob> | null> {
  const tx = (await database()).transaction(['jobs', 'files', 'plans']);
  const [stored, file, storedPlans] = await Promise.all([
    tx.objectStore('jobs').get(id),
    tx.objectStore('files').get(id),
    tx.objectStore('plans').get(id),
  ]);
  if (stored === undefined) return null;
  const job = parseJob(stored);
  if (!job.ok) return job;
  const { plans, ...how } = readablePlans(storedPlans, job.value);
  const blob = file instanceof Blob ? file : null;
  return success({ job: job.value, file: blob, plans, ...how });
}

/** The newest plans that can be read, of the database and of the journal; a new one when none can. */
function readablePlans(
  stored: unknown,
  { id, fingerprint }: Job,
): Pick<FoundJob, 'plans' | 'unreadable' | 'isRestored'> {
  const fromDatabase = parsePlans(stored);
  const kept = parsePlans(fromJournal('plans', id));
  const revision = fromDatabase.ok ? fromDatabase.value.revision : 0;
  if (kept.ok && kept.value.id === id && kept.value.revision > revision) {
    // What it was based on is what the database holds now.
    return { plans: { ...kept.value, revision }, unreadable: null, isRestored: true };
  }
  if (fromDatabase.ok) return { plans: fromDatabase.value, unreadable: null, isRestored: false };
  const plans: StoredPlans = {
    id,
    revision,
    book: bookOf(emptyPlan(fingerprint)),
    aside: stored === undefined ? [] : [stored],
  };
  return { plans, unreadable: fromDatabase.refusal.message, isRestored: false };
}

/** Puts the file and plans back that a re-sliced file or another set-up had replaced. */
export type UndoSlice = () => Promise<Result<null>>;

/**
 * Puts another slice in place of a job's file, with its plans moved to it, in one change; or another set-up
 * of the same model, whose file stays. Answers how to take that back, which is refused once the plans were
 * changed again.
 * @param file null to keep the file that is there.
 */
export async function replaceSlice(
  job: Job,
  facts: JobFacts,
  file: Blob | null,
  book: PlanBook,
): Promise<Result<UndoSlice>> {
  await plansSettled();
  const { id } = job;
  const stores =
    file === null ? (['jobs', 'plans'] as const) : (['jobs', 'files', 'plans'] as const);
  const kind = file === null ? 'set-up' : 'slice';
  let before: readonly Entry[] = [];
  let revision = 0;
  const written = await commitOrRefuse({
    what: `the new ${kind} of ${job.name}`,
    stores,
    make: async (read) => {
      const plans = parsePlans(await read.one('plans', id));
      const stored = parseJob(await read.one('jobs', id));
      if (!stored.ok) throw new Error(`${job.name} was deleted in the meantime.`);
      revision = (plans.ok ? plans.value.revision : 0) + 1;
      const aside = plans.ok ? plans.value.aside : [];
      const old = file === null ? null : await read.one('files', id);
      before = [
        jobs.entryOf(stored.value),
        ...(file === null ? [] : [{ store: 'files' as const, key: id, value: old }]),
        { store: 'plans', key: id, value: await read.one('plans', id) },
      ];
      const whole = { job: { ...stored.value, ...facts }, plans: { id, revision, book, aside } };
      return file === null
        ? [jobs.entryOf(whole.job), allPlans.entryOf(whole.plans)]
        : entriesOf({ ...whole, file });
    },
  });
  if (!written.ok) return written;
  return success(async () => {
    await plansSettled();
    return commitOrRefuse({
      what: `the old ${kind} of ${job.name}`,
      stores,
      make: async (read) => {
        const plans = parsePlans(await read.one('plans', id));
        if (!plans.ok || plans.value.revision !== revision) {
          throw new Error(
            `The plan was changed since then. ${file === null ? 'Set the model up again to go back.' : 'Open the old file as a re-sliced file to go back.'}`,
          );
        }
        return before.map((entry) =>
          entry.store === 'plans'
            ? { ...entry, value: { ...(entry.value as StoredPlans), revision: revision + 1 } }
            : entry,
        );
      },
    });
  });
}

/**
 * Puts a job among the deleted ones and sets free what its spools were promised to it, in one change.
 * Its file and plans stay until the deleted ones are emptied.
 */
export async function deleteJob(job: Job, now = Date.now()): Promise<boolean> {
  return commit({
    what: `the deletion of ${job.name}`,
    stores: ['jobs', 'spools'],
    make: async (read) => {
      const spools = await spoolsIn(read);
      const holding = spools.filter(({ reserved }) =>
        reserved.some(({ jobId }) => jobId === job.id),
      );
      const held = holding.map(({ id, reserved }): HeldReservation => ({
        spoolId: id,
        grams: reserved.find(({ jobId }) => jobId === job.id)?.grams ?? 0,
      }));
      const stored = parseJob(await read.one('jobs', job.id));
      if (!stored.ok) return [];
      return [
        jobs.entryOf({ ...stored.value, deleted: { at: now, held } }),
        ...holding.map((spool) => shelf.entryOf(withoutReservation(spool, job.id))),
      ];
    },
  });
}

/** Brings a deleted job back, with what its spools were promised; spools that are gone stay gone. */
export async function restoreJob(id: string): Promise<boolean> {
  return commit({
    what: 'bringing the job back',
    stores: ['jobs', 'spools'],
    make: async (read) => {
      const job = parseJob(await read.one('jobs', id));
      if (!job.ok || job.value.deleted === null) return [];
      const { held } = job.value.deleted;
      const spools = await spoolsIn(read);
      const { name } = job.value;
      const promised = held.flatMap(({ spoolId, grams }) => {
        const spool = spools.find((one) => one.id === spoolId);
        return spool ? [withReservation(spool, { jobId: id, jobName: name, grams })] : [];
      });
      return [jobs.entryOf({ ...job.value, deleted: null }), ...promised.map(shelf.entryOf)];
    },
  });
}

async function spoolsIn(read: Reader): Promise<Spool[]> {
  return [...(await read.all('spools')).values()].flatMap((one) => {
    const spool = parseSpool(one);
    return spool.ok ? [spool.value] : [];
  });
}

/** Deletes jobs for good, with their files, their plans and what was read of them. */
export async function purgeJobs(ids: readonly string[]): Promise<boolean> {
  const left = jobs.known().filter(({ id }) => !ids.includes(id));
  const isLeft = new Set(left.map(({ fingerprint }) => fingerprint));
  const gone = jobs
    .known()
    .flatMap(({ fingerprint }) => (isLeft.has(fingerprint) ? [] : fingerprint));
  const purged = await commit({
    what: 'emptying the deleted jobs',
    stores: ['jobs', 'files', 'plans', 'meta'],
    make: async (read, when) => {
      const purged: Entry[] = [];
      for (const key of ids) {
        const job = parseJob(await read.one('jobs', key));
        // It was brought back meanwhile.
        if (when === 'again' && job.ok && job.value.deleted === null) continue;
        purged.push(
          { store: 'meta', key: watchedKey(key) },
          { store: 'jobs', key },
          { store: 'files', key },
          { store: 'plans', key },
        );
      }
      return purged;
    },
  });
  if (purged) await forgetReadings(gone);
  return purged;
}

/** Deletes for good what was deleted more than 30 days ago. */
export async function purgeOldJobs(now = Date.now()): Promise<void> {
  const old = jobs
    .known()
    .filter(({ deleted }) => deleted !== null && now - deleted.at > KEPT_AFTER_DELETION);
  if (old.length > 0) await purgeJobs(old.map(({ id }) => id));
}

/** Ids of the jobs whose files are there. */
export async function jobsWithFile(): Promise<ReadonlySet<string>> {
  return new Set(await (await database()).getAllKeys('files'));
}

/** A job on the Bench that was made from a file and has lost it; null when there is none. */
export async function jobWithoutFile(fingerprint: string): Promise<Job | null> {
  const [all, withFile] = await Promise.all([jobs.load(), jobsWithFile()]);
  const lost = all.find(
    (job) => job.fingerprint === fingerprint && job.deleted === null && !withFile.has(job.id),
  );
  return lost ?? null;
}

/** Gives a job the file that it lacks. */
export async function giveFile({ id, fingerprint }: Job, file: Blob): Promise<boolean> {
  return commit({
    what: 'the file of the job',
    stores: ['jobs', 'files'],
    make: async (read) => {
      const job = parseJob(await read.one('jobs', id));
      // It got another slice meanwhile, with that slice's file.
      if (job.ok && job.value.fingerprint !== fingerprint) return [];
      return [{ store: 'files', key: id, value: file }];
    },
  });
}

/** Plans of a new job. */
export function newPlans(id: string, book: PlanBook): StoredPlans {
  return { id, revision: 1, book, aside: [] };
}

const demoKey = (fileName: string): string => `demo:${fileName}`;
const demoMark = (fileName: string): Entry => ({
  store: 'meta',
  key: demoKey(fileName),
  value: true,
});

/** True once a demo file was put on the Bench; it is not brought back after it was deleted. */
export async function isDemoSeeded(fileName: string): Promise<boolean> {
  return (await (await database()).get('meta', demoKey(fileName))) === true;
}
