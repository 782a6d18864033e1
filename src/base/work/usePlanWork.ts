'use client';

import { useMemo } from 'react';
import { primedMm } from '@/core/checks/fileChecks';
import { gramsNeeded, neededBySpool, type SpoolNeed } from '@/core/filament/shelf/needs';
import { spoolsOf, type Spool } from '@/core/filament/shelf/spool';
import { partAnalysis } from '@/core/plan/work/partAnalysis';
import type { PrintAnalysis } from '@/core/print/analysis';
import type { JobPlan } from '@/core/plan/jobPlan';
import { reckon, type Reckoned } from '@/core/log/reckon';
import type { Learning } from '@/core/log/learning';
import type { Printer } from '@/core/printer/printer';
import { useShelf } from '@/store/shelf';
import { layOut, type LaidOut } from './layOut';
import { useLearning } from './useLearning';
import type { ReadyJob } from '../job/useOpenJob';
import { useWorkedPart } from './useWorkedPart';
import { useParts, type PartsView } from './useParts';

/** What follows from the plan at once; nothing of it is ever kept. */
export interface PlanWork extends LaidOut {
  /** Of the part that is worked on; of the whole print where there is one, or while parts are not known. */
  readonly analysis: PrintAnalysis;
  /** Spools of the plan's filaments, by letter. */
  readonly spools: ReadonlyMap<string, Spool>;
  /** What the plan takes of each spool of the shelf. */
  readonly needs: readonly SpoolNeed[];
  /** Its parts, and the order in which they print. */
  readonly parts: PartsView;
  /** The plan with what earlier runs have taught. */
  readonly reckoned: Reckoned;
  /** What they and the test pieces have taught. */
  readonly learning: Learning;
}

/** Works out bands, times and filament of the plan, once for all stations. */
export function usePlanWork(ready: ReadyJob, plan: JobPlan, printer: Printer): PlanWork {
  const { reading, analysis: whole } = ready;
  const shelf = useShelf((state) => state.records);
  const spools = useMemo(() => spoolsOf(plan.palette, shelf ?? []), [plan.palette, shelf]);
  const parts = useParts(ready, plan, printer, spools);
  const learning = useLearning(ready.job.isDemo, plan.printerId);
  const reckoned = useMemo(
    () => reckon(plan, printer, spools, learning),
    [plan, printer, spools, learning],
  );
  const { arrangement, bands, purges, timeline } = useMemo(
    () => layOut({ plan, reckoned, reading, analysis: whole, printer, spools, parts }),
    [plan, reckoned, reading, whole, printer, spools, parts],
  );
  const needs = useMemo(() => {
    const needed = gramsNeeded({ bands, purges, primedMm: primedMm(reading), printer, spools });
    return neededBySpool(plan.palette, spools, needed);
  }, [bands, purges, reading, printer, spools, plan.palette]);
  const worked = useWorkedPart(plan);
  const analysis = useMemo(() => {
    const { picture, wishes } = parts;
    if (!picture) return whole;
    const keys = wishes.map(({ part }) => part);
    return partAnalysis(reading, keys, worked, picture);
  }, [parts, reading, whole, worked]);
  return useMemo(
    () => ({
      ...{ analysis, bands, timeline, spools, purges, needs },
      ...{ parts, reckoned, learning, arrangement },
    }),
    [analysis, bands, timeline, spools, purges, needs, parts, reckoned, learning, arrangement],
  );
}
