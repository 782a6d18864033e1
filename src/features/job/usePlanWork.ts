'use client';

import { useMemo } from 'react';
import { primedMm } from '@/core/checks/fileChecks';
import { gramsNeeded, neededBySpool, type SpoolNeed } from '@/core/filament/needs';
import type { PairPurge } from '@/core/filament/purgeTable';
import { spoolsOf, type Spool } from '@/core/filament/spool';
import { bandsOf, type Band } from '@/core/plan/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { sideRequest } from '@/core/output/partsRequest';
import { requestOfPlan } from '@/core/output/planRequest';
import type { OutputRequest } from '@/core/output/insert';
import { sideBands } from '@/core/plan/sideBands';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { planPurges } from '@/core/plan/purges';
import { timelineOf, type Timeline } from '@/core/plan/timeline';
import type { Printer } from '@/core/printer/printer';
import { useShelf } from '@/store/shelf';
import type { ReadyJob } from './useOpenJob';
import { useSide, type SideView } from './useSide';

/** What follows from the plan at once; nothing of it is ever kept. */
export interface PlanWork {
  readonly bands: readonly Band[];
  readonly timeline: Timeline;
  /** Spools of the plan's filaments, by letter. */
  readonly spools: ReadonlyMap<string, Spool>;
  /** What each swap pushes through, from the bed up. */
  readonly purges: readonly PairPurge[];
  /** What the plan takes of each spool of the shelf. */
  readonly needs: readonly SpoolNeed[];
  /** Parts side by side; null for a plan in colours by height. */
  readonly side: SideView | null;
  /** What is to be written. */
  readonly request: OutputRequest;
}

/** Works out bands, times and filament of the plan, once for all stations. */
export function usePlanWork(ready: ReadyJob, plan: JobPlan, printer: Printer): PlanWork {
  const { reading, analysis } = ready;
  const { layers } = reading;
  const shelf = useShelf((state) => state.records);
  const spools = useMemo(() => spoolsOf(plan.palette, shelf ?? []), [plan.palette, shelf]);
  const side = useSide(ready, plan, printer, spools);
  const bands = useMemo(() => {
    const { filamentDiameter } = printer;
    if (!side) return bandsOf(plan, layers, analysis.surface, filamentDiameter, spools);
    const { wishes, order, picture } = side;
    return sideBands(plan, reading, wishes, order, picture, filamentDiameter, spools);
  }, [plan, reading, layers, analysis, printer, spools, side]);
  const request = useMemo(
    () =>
      side
        ? sideRequest(plan, reading, printer, spools, side)
        : requestOfPlan(plan, reading, printer, spools),
    [side, plan, reading, printer, spools],
  );
  const purges = useMemo(
    () => planPurges(bands, { plan, recipe: recipeOfPlan(plan, printer), printer, spools }),
    [bands, plan, printer, spools],
  );
  const needs = useMemo(() => {
    const needed = gramsNeeded({ bands, purges, primedMm: primedMm(reading), printer, spools });
    return neededBySpool(plan.palette, spools, needed);
  }, [bands, purges, reading, printer, spools, plan.palette]);
  const timeline = useMemo(
    () => timelineOf(bands, reading, plan.handSeconds, purges),
    [bands, reading, plan.handSeconds, purges],
  );
  return useMemo(
    () => ({ bands, timeline, spools, purges, needs, side, request }),
    [bands, timeline, spools, purges, needs, side, request],
  );
}
