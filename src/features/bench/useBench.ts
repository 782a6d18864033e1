'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { plural } from '@/core/format';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/db';
import {
  isDemoSeeded,
  listJobs,
  listPlans,
  markDemoSeeded,
  removeJob,
  saveJob,
} from '@/store/jobs';
import { releaseJob, saveSpools } from '@/store/shelfStore';
import type { ReadProgress } from '@/workers/protocol';
import { DEMO_JOBS } from './demoJobs';
import { importFile, type Import, type ImportDetails } from './importFile';

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
  /** By job id, for the colours of the pictures. */
  readonly plans: ReadonlyMap<string, JobPlan>;
  readonly running: readonly RunningImport[];
  readonly failed: readonly FailedImport[];
  /** Why the storage cannot be used; null when it can. */
  readonly trouble: string | null;
  readonly add: (files: readonly File[]) => void;
  readonly remove: (job: Job) => Promise<void>;
  readonly dismiss: (id: number) => void;
}

/** Puts the demo's jobs on the Bench, each once. */
async function seedDemo(start: StartImport): Promise<void> {
  const now = Date.now();
  for (const [i, { fileName, name, firstLetter }] of DEMO_JOBS.entries()) {
    if (await isDemoSeeded(fileName)) continue;
    const response = await fetch(`/demo/${fileName}`);
    if (!response.ok) continue;
    const outcome = await start(await response.blob(), fileName, {
      name,
      firstLetter,
      isDemo: true,
      addedAt: now - i,
    });
    if (outcome === 'added') await markDemoSeeded(fileName);
  }
}

type StartImport = (
  file: Blob,
  fileName: string,
  details: ImportDetails,
) => Promise<'added' | 'refused' | 'cancelled'>;

/** The jobs, and files on their way to becoming jobs. */
export function useBench(): Bench {
  const [jobs, setJobs] = useState<readonly Job[] | null>(null);
  const [plans, setPlans] = useState<ReadonlyMap<string, JobPlan>>(new Map());
  const [running, setRunning] = useState<readonly RunningImport[]>([]);
  const [failed, setFailed] = useState<readonly FailedImport[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const lastId = useRef(0);
  const seeded = useRef(false);

  const refresh = useCallback(async () => {
    try {
      const [listed, planned] = await Promise.all([listJobs(), listPlans()]);
      setPlans(planned);
      setJobs(listed);
    } catch {
      setTrouble(
        'The browser does not let Lamella keep data here. Allow storage for this page, or leave private mode.',
      );
    }
  }, []);

  const start: StartImport = useCallback(
    async (file, fileName, details) => {
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
      if (outcome.kind === 'added' && outcome.swapsTaken > 0) {
        toast(
          `${fileName} holds ${plural(outcome.swapsTaken, 'swap')} that Lamella wrote. They are on the plan now, and will be written anew.`,
          { duration: 15_000 },
        );
      }
      await refresh();
      return outcome.kind;
    },
    [refresh],
  );

  useEffect(() => {
    if (seeded.current) return;
    seeded.current = true;
    void (async () => {
      await refresh();
      await seedDemo(start).catch(() => {
        // Without the demo the Bench still works; the next visit tries again.
      });
    })();
  }, [refresh, start]);

  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const add = useCallback(
    (files: readonly File[]) => {
      // One after another: two large files at once would need twice the memory.
      for (const file of files) {
        queue.current = queue.current.then(() => start(file, file.name, { isDemo: false }));
      }
    },
    [start],
  );

  const remove = useCallback(
    async (job: Job) => {
      const removed = await removeJob(job.id);
      const held = await releaseJob(job.id);
      await refresh();
      if (!removed) return;
      toast(`${job.name} is deleted, with its file and plan.`, {
        duration: 12_000,
        action: {
          label: 'Undo',
          onClick: () => void Promise.all([saveJob(removed), saveSpools(held)]).then(refresh),
        },
      });
    },
    [refresh],
  );

  const dismiss = useCallback((id: number) => {
    setFailed((all) => all.filter((one) => one.id !== id));
  }, []);

  return { jobs, plans, running, failed, trouble, add, remove, dismiss };
}
