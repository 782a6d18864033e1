'use client';

import type { JobPlan } from '@/core/plan/jobPlan';
import { workedPart } from '@/store/plans/planStore';
import { useViewStore } from '@/store/plans/viewStore';

/** The key of the part whose swaps are worked on: the chosen one, or the first. */
export function useWorkedPart(plan: JobPlan): string {
  const chosen = useViewStore((state) => state.part);
  return workedPart(plan, chosen);
}
