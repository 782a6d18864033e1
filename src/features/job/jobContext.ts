'use client';

import { createContext, useContext } from 'react';
import type { ActionContext } from '@/actions/action';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { ReadyJob } from './useOpenJob';

/** The open job, for the stations inside it. */
export interface OpenedJob extends ReadyJob {
  readonly plan: JobPlan;
  readonly actions: ActionContext;
  /** True while the output is being written and proven. */
  readonly writing: boolean;
}

export const JobContext = createContext<OpenedJob | null>(null);

/** The open job; only inside a `JobFrame`. */
export function useJob(): OpenedJob {
  const job = useContext(JobContext);
  if (!job) throw new Error('useJob needs a JobFrame around it.');
  return job;
}
