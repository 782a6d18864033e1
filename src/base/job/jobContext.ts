'use client';

import { createContext, useContext } from 'react';
import type { ActionContext } from '@/actions/action';
import type { ModelSetup } from '@/core/model/setup';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import type { OutputRequest } from '@/core/write/request/request';
import type { OutputState } from './outputState';
import type { ReadyFile, ReadyModel } from './useOpenJob';
import type { PlanWork } from '../work/usePlanWork';

interface OpenedPlan extends PlanWork {
  readonly plan: JobPlan;
  readonly actions: ActionContext;
  /** The printer that the plan is for. */
  readonly printer: Printer;
  readonly output: OutputState;
  /** Sets the job's model up in another way; its swaps move with their heights. True when it is done. */
  readonly setUp: (setup: ModelSetup) => Promise<boolean>;
}

/** The open job of one sliced file or several, of which something can be written. */
export type OpenedFile = ReadyFile & OpenedPlan & { readonly request: OutputRequest };

/** The open job of a model that is not sliced yet. */
export type OpenedModel = ReadyModel & OpenedPlan;

/** The open job, for the stations inside it. */
export type OpenedJob = OpenedFile | OpenedModel;

export const JobContext = createContext<OpenedJob | null>(null);

/** The open job; only inside a `JobFrame`. */
export function useJob(): OpenedJob {
  const job = useContext(JobContext);
  if (!job) throw new Error('useJob needs a JobFrame around it.');
  return job;
}

/** The open job of a sliced file; only inside `OnceSliced`. */
export function useSlicedJob(): OpenedFile {
  const job = useJob();
  if (job.kind !== 'sliced') throw new Error('useSlicedJob needs OnceSliced around it.');
  return job;
}
