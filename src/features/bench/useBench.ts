'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Job } from '@/store/db';
import { isDemoSeeded, listJobs, markDemoSeeded, removeJob, saveJob } from '@/store/jobs';
import type { ReadProgress } from '@/workers/protocol';
import { importFile, type Import } from './importFile';

const DEMO_FILE = {
  url: '/demo/hide-plate-7.gcode',
  fileName: 'hide-plate-7.gcode',
  name: 'Hide plate 7',
};

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
  readonly running: readonly RunningImport[];
  readonly failed: readonly FailedImport[];
  /** Why the storage cannot be used; null when it can. */
  readonly trouble: string | null;
  readonly add: (files: readonly File[]) => void;
  readonly remove: (job: Job) => Promise<void>;
  readonly dismiss: (id: number) => void;
}

/** Puts the demo on the Bench at the first visit. */
async function seedDemo(start: StartImport): Promise<void> {
  if (await isDemoSeeded()) return;
  const response = await fetch(DEMO_FILE.url);
  if (!response.ok) return;
  const outcome = await start(await response.blob(), DEMO_FILE.fileName, {
    name: DEMO_FILE.name,
    isDemo: true,
  });
  if (outcome === 'added') await markDemoSeeded();
}

type StartImport = (
  file: Blob,
  fileName: string,
  details: { name?: string; isDemo: boolean },
) => Promise<'added' | 'refused' | 'cancelled'>;

/** The jobs, and files on their way to becoming jobs. */
export function useBench(): Bench {
  const [jobs, setJobs] = useState<readonly Job[] | null>(null);
  const [running, setRunning] = useState<readonly RunningImport[]>([]);
  const [failed, setFailed] = useState<readonly FailedImport[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const lastId = useRef(0);
  const seeded = useRef(false);

  const refresh = useCallback(async () => {
    try {
      setJobs(await listJobs());
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

  const add = useCallback(
    (files: readonly File[]) => {
      for (const file of files) void start(file, file.name, { isDemo: false });
    },
    [start],
  );

  const remove = useCallback(
    async (job: Job) => {
      const removed = await removeJob(job.id);
      await refresh();
      if (!removed) return;
      toast(`${job.name} is deleted, with its file and plan.`, {
        duration: 12_000,
        action: { label: 'Undo', onClick: () => void saveJob(removed).then(refresh) },
      });
    },
    [refresh],
  );

  const dismiss = useCallback((id: number) => {
    setFailed((all) => all.filter((one) => one.id !== id));
  }, []);

  return { jobs, running, failed, trouble, add, remove, dismiss };
}
