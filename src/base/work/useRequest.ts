import { useMemo } from 'react';
import type { Printer } from '@/core/printer/printer';
import { requestOfPlan } from '@/core/write/request/planRequest';
import type { OutputRequest } from '@/core/write/request/request';
import type { ReadyJob } from '../job/useOpenJob';
import type { PlanWork } from './usePlanWork';

/** What the plan asks to have written; null of a model, of which nothing can be. */
export function useRequest(
  ready: ReadyJob,
  printer: Printer,
  { reckoned: { plan }, arrangement }: Pick<PlanWork, 'reckoned' | 'arrangement'>,
): OutputRequest | null {
  const file = ready.kind === 'sliced' ? ready.reading : null;
  return useMemo(
    () => file && requestOfPlan(plan, file, printer, arrangement),
    [file, plan, printer, arrangement],
  );
}
