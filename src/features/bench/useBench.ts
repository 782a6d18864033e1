'use client';

import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { toast } from '@/store/toast';
import { plural } from '@/core/format';
import type { JobPlan } from '@/core/plan/jobPlan';
import { chosenVariant } from '@/core/plan/file/planBook';
import type { Job } from '@/store/records/records';
import {
  allPlans,
  deleteJob,
  jobs,
  jobsWithFile,
  purgeOldJobs,
  restoreJob,
  useAllPlans,
  useJobs,
} from '@/store/jobs/jobs';
import { keepWatched } from '@/store/jobs/watched';
import type { ReadProgress } from '@/workers/print/protocol';
import { placeOf } from '@/browser/fileHandles';
import { keepPlaceInList } from '@/browser/useReturnFocus';
import type { Import, StartImport } from '@/base/files/importFile';
import { seedDemo } from './seedDemo';

export interface RunningImport {
  readonly id: number;
  readonly fileName: string;
  readonly progress: ReadProgress | null;
  readonly cancel: () => void;
}

export interface FailedImport {
  readonly id: number;
  readonly fileName: string;
  readonly message: string;
}

export interface Bench {
  /** null while they are being loaded. */
  readonly jobs: readonly Job[] | null;
  readonly deleted: readonly Job[];
  /** Ids of jobs whose files the browser has lost. */
  readonly withoutFile: ReadonlySet<string>;
  /** By job id, for the colours of the pictures. */
  readonly plans: ReadonlyMap<string, JobPlan>;
  readonly running: readonly RunningImport[];
  readonly failed: readonly FailedImport[];
  /** Why the storage cannot be used; null when it can. */
  readonly trouble: string | null;
  /** Reads files, each to a job of its own; a single one is opened then, where `opens` lets it be. */
  readonly add: (files: readonly File[], opens?: boolean) => void;
  readonly remove: (job: Job) => Promise<void>;
  readonly dismiss: (id: number) => void;
}

/** A job that was opened from a place on the disk hears when its file is re-sliced. */
async function watchFrom(jobId: string, file: Blob): Promise<void> {
  const place = file instanceof File ? placeOf(file) : null;
  if (!place || !(file instanceof File)) return;
  const { lastModified, size } = file;
  await keepWatched(jobId, { place, seen: { lastModified, size } });
}

const loadAll = (): Promise<unknown> => Promise.all([jobs.load(), allPlans.load()]);

/** Tries to load the jobs again. */
export function loadBench(): void {
  loadAll().catch(() => {
    // The Bench shows what went wrong.
  });
}

/**
 * The jobs, and files on their way to becoming jobs.
 * @param onOpened gets the new job of a file that was opened alone, while the Bench is still there.
 */
export function useBench(onOpened: (job: Job) => void): Bench {
  const { records, trouble } = useJobs();
  const planned = useAllPlans((state) => state.records);
  const [running, setRunning] = useState<readonly RunningImport[]>([]);
  const withFile = useJobsWithFile(records, running.length);
  const [failed, setFailed] = useState<readonly FailedImport[]>([]);
  const lastId = useRef(0);

  const start: StartImport = useCallback(async (file, fileName, details) => {
    // What reads files is fetched when there is one.
    const { importFile } = await import('@/base/files/importFile');
    const id = ++lastId.current;
    const update = (progress: ReadProgress): void =>
      setRunning((all) => all.map((one) => (one.id === id ? { ...one, progress } : one)));
    const started: Import = importFile(file, fileName, details, update);
    setRunning((all) => [...all, { id, fileName, progress: null, cancel: started.cancel }]);
    const outcome = await started.outcome;
    setRunning((all) => all.filter((one) => one.id !== id));
    if (outcome.kind === 'refused') {
      const { message } = outcome.refusal;
      setFailed((all) => [...all, { id, fileName, message }]);
    }
    if (outcome.kind === 'added') await watchFrom(outcome.job.id, file);
    if (outcome.kind === 'given-back') toast(`${outcome.job.name} has its file again.`);
    if (outcome.kind === 'added' && outcome.swapsTaken > 0) {
      toast(
        `${fileName} holds ${plural(outcome.swapsTaken, 'swap')} written by Lamella. They are now in the plan and will be written again.`,
        { duration: 15_000 },
      );
    }
    return outcome;
  }, []);

  useBeginning(start);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const isHere = useIsHere();
  const add = useCallback(
    (files: readonly File[], opens = true) => {
      // One after another: two large files at once would need twice the memory.
      for (const file of files) {
        queue.current = queue.current.then(async () => {
          const outcome = await start(file, file.name, { isDemo: false });
          const isAlone = opens && files.length === 1 && isHere.current;
          if (isAlone && outcome.kind === 'added') onOpened(outcome.job);
        });
      }
    },
    [start, onOpened, isHere],
  );

  const remove = useCallback(async (job: Job) => {
    const keepPlace = keepPlaceInList('ul[aria-label="Jobs"]', 'li');
    if (!(await deleteJob(job))) return;
    keepPlace();
    toast(`${job.name} is deleted, with its file and plan.`, {
      duration: 12_000,
      action: { label: 'Undo', onClick: () => restoreJob(job.id) },
    });
  }, []);

  const dismiss = useCallback((id: number) => {
    setFailed((all) => all.filter((one) => one.id !== id));
  }, []);

  return {
    ...useMemo(() => {
      const all = records ?? [];
      const lost = all.filter(({ id }) => withFile !== null && !withFile.has(id));
      return {
        jobs: records && all.filter(({ deleted }) => deleted === null),
        deleted: all.filter(({ deleted }) => deleted !== null),
        withoutFile: new Set(lost.map(({ id }) => id)),
      };
    }, [records, withFile]),
    plans: useMemo(
      () => new Map((planned ?? []).map(({ id, book }) => [id, chosenVariant(book).plan])),
      [planned],
    ),
    running,
    failed,
    trouble,
    add,
    remove,
    dismiss,
  };
}

/** Whether the Bench is still there when something on it has ended. */
function useIsHere(): RefObject<boolean> {
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  return isHere;
}

/** Loads the jobs once, empties what was deleted long ago, and brings the demo. */
function useBeginning(start: StartImport): void {
  const seeded = useRef(false);
  useEffect(() => {
    if (seeded.current) return;
    seeded.current = true;
    const begin = async (): Promise<void> => {
      await loadAll();
      await purgeOldJobs();
      await seedDemo(start);
    };
    begin().catch(() => {
      // The collection says what is wrong with the storage; without the demo the Bench still works.
    });
  }, [start]);
}

/** Which jobs have their file; null until it is known. */
function useJobsWithFile(
  records: readonly Job[] | null,
  running: number,
): ReadonlySet<string> | null {
  const [withFile, setWithFile] = useState<ReadonlySet<string> | null>(null);
  // Which files are there is asked again whenever the jobs change.
  useEffect(() => {
    if (records === null) return;
    let wanted = true;
    jobsWithFile().then(
      (ids) => wanted && setWithFile(ids),
      () => {
        // The page that opens the job says so.
      },
    );
    return () => {
      wanted = false;
    };
  }, [records, running]);
  return withFile;
}
