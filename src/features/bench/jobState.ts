'use client';

import { useEffect, useState } from 'react';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import { jobPrints, type JobPrints } from '@/store/jobs/jobPrints';
import type { Job } from '@/store/records/records';

/** How far a job has come. */
export type JobState = 'model' | 'new' | 'planned' | 'written' | 'printing' | 'printed';

/** States in words, as cards and filters say them. */
export const STATE_WORDS: Readonly<Record<JobState, string>> = {
  model: 'Not sliced yet',
  new: 'No plan yet',
  planned: 'Planned',
  written: 'Written',
  printing: 'Printing',
  printed: 'Printed',
};

/** How far a job has come: by its newest print, and by its plan where there is none. */
export function stateOf(
  job: Job,
  plan: JobPlan | null,
  { runs: all, entries }: JobPrints,
): JobState {
  const own = entries.filter(({ jobId }) => jobId === job.id);
  if (own.some(({ phase }) => phase === 'printing' || phase === 'at-swap')) return 'printing';
  if (own.some(({ phase }) => phase === 'finished')) return 'printed';
  if (all.some(({ jobId, isRehearsal }) => jobId === job.id && !isRehearsal)) return 'written';
  if (job.content.kind === 'model') return 'model';
  return plan && (!isWhole(plan) || plan.parts[0].swaps.length > 0) ? 'planned' : 'new';
}

const NOTHING: JobPrints = { runs: [], entries: [] };

/** What is known of all prints; nothing until it is read. */
export function useJobPrints(): JobPrints {
  const [prints, setPrints] = useState(NOTHING);
  useEffect(() => {
    let wanted = true;
    jobPrints().then(
      (found) => wanted && setPrints(found),
      () => {
        // Cards say what follows from plans alone.
      },
    );
    return () => {
      wanted = false;
    };
  }, []);
  return prints;
}
