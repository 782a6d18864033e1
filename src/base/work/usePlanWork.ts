'use client';

import { useMemo } from 'react';
import { primedMm } from '@/core/checks/fileChecks';
import { gramsNeeded, neededBySpool, type SpoolNeed } from '@/core/filament/shelf/needs';
import type { PairPurge } from '@/core/filament/purgeTable';
import { spoolsOf, type Spool } from '@/core/filament/shelf/spool';
import { printedSections, type Arrangement } from '@/core/plan/arrangement';
import { bandsOf, shownByLayers, shownBySections, type Band } from '@/core/plan/work/bands';
import { isWhole } from '@/core/plan/parts';
import { partAnalysis } from '@/core/plan/work/partAnalysis';
import type { PrintAnalysis } from '@/core/print/analysis';
import type { JobPlan } from '@/core/plan/jobPlan';
import { arrangementOfPlan } from '@/core/plan/arrangementOfPlan';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { reckon, reckonedBands, reckonedEnds, type Reckoned } from '@/core/log/reckon';
import type { Learning } from '@/core/log/learning';
import { planPurges } from '@/core/plan/work/purges';
import { timelineOf, type Timeline } from '@/core/plan/work/timeline';
import type { Printer } from '@/core/printer/printer';
import { useShelf } from '@/store/shelf';
import { useLearning } from './useLearning';
import type { ReadyJob } from '../job/useOpenJob';
import { useWorkedPart } from './useWorkedPart';
import { useParts, type PartsView } from './useParts';

/** What follows from the plan at once; nothing of it is ever kept. */
export interface PlanWork {
  /** Of the part that is worked on; of the whole print where there is one, or while parts are not known. */
  readonly analysis: PrintAnalysis;
  readonly bands: readonly Band[];
  readonly timeline: Timeline;
  /** Spools of the plan's filaments, by letter. */
  readonly spools: ReadonlyMap<string, Spool>;
  /** What each swap purges, from the bed up. */
  readonly purges: readonly PairPurge[];
  /** What the plan takes of each spool of the shelf. */
  readonly needs: readonly SpoolNeed[];
  /** Its parts, and the order in which they print. */
  readonly parts: PartsView;
  /** The plan with what earlier runs have taught. */
  readonly reckoned: Reckoned;
  /** What they and the test pieces have taught. */
  readonly learning: Learning;
  /** Its sections in the order of printing. */
  readonly arrangement: Arrangement;
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
  const arrangement = useMemo(
    () => arrangementOfPlan(reckoned.plan, reading, printer, spools, parts),
    [parts, reckoned, reading, printer, spools],
  );
  const { palette } = reckoned.plan;
  const modelBands = useMemo(() => {
    const { wishes, picture } = parts;
    const shown = isWhole(plan) ? shownByLayers(whole.surface) : shownBySections(picture);
    const order = printedSections(arrangement).map(({ section }) => section);
    const { filamentDiameter } = printer;
    return bandsOf(
      { ...plan, palette },
      { reading, shown, filamentDiameter, spools, order, wishes },
    );
  }, [plan, palette, reading, whole, printer, spools, parts, arrangement]);
  const bands = useMemo(() => reckonedBands(modelBands, reckoned.printer), [modelBands, reckoned]);
  const purges = useMemo(() => {
    const recipe = recipeOfPlan(plan, printer);
    return planPurges(bands, { plan: reckoned.plan, recipe, printer, spools });
  }, [bands, plan, reckoned, printer, spools]);
  const needs = useMemo(() => {
    const needed = gramsNeeded({ bands, purges, primedMm: primedMm(reading), printer, spools });
    return neededBySpool(plan.palette, spools, needed);
  }, [bands, purges, reading, printer, spools, plan.palette]);
  const timeline = useMemo(() => {
    const ends = reckonedEnds(reading, reckoned.printer);
    return timelineOf(bands, ends, reckoned.handsAt, purges);
  }, [bands, reading, reckoned, purges]);
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
