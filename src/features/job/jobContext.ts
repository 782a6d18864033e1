'use client';

import { createContext, useContext } from 'react';
import type { ActionContext } from '@/actions/action';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import type { OutputState } from '@/features/output/useOutput';
import type { Moving } from '@/features/reslice/useMoving';
import type { ReadyJob } from './useOpenJob';
import type { PlanWork } from './usePlanWork';

/** The open job, for the stations inside it. */
export interface OpenedJob extends ReadyJob, PlanWork {
  readonly plan: JobPlan;
  readonly actions: ActionContext;
  /** The printer that the plan is for. */
  readonly printer: Printer;
  readonly output: OutputState;
  /** Sets the job's model up in another way: see `Moving`. */
  readonly setUp: Moving['setUp'];
}

export const JobContext = createContext<OpenedJob | null>(null);

/** The open job; only inside a `JobFrame`. */
export function useJob(): OpenedJob {
  const job = useContext(JobContext);
  if (!job) throw new Error('useJob needs a JobFrame around it.');
  return job;
}
