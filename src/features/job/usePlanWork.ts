'use client';

import { useMemo } from 'react';
import type { Check } from '@/core/checks/check';
import { primedMm } from '@/core/checks/fileChecks';
import { checksOf } from '@/core/checks/checks';
import { gramsNeeded, neededBySpool, type SpoolNeed } from '@/core/filament/needs';
import type { PairPurge } from '@/core/filament/purgeTable';
import { spoolsOf, type Spool } from '@/core/filament/spool';
import { bandsOf, type Band } from '@/core/plan/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { planNotes, type PlanNote } from '@/core/plan/notes';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { planPurges } from '@/core/plan/purges';
import { timelineOf, type Timeline } from '@/core/plan/timeline';
import type { Printer } from '@/core/printer/printer';
import { usePresence } from '@/store/settings';
import { useShelf } from '@/store/shelf';
import { clockForm, useStart } from '@/components/clockTimes';
import type { ReadyJob } from './useOpenJob';
import { usePreview, type PreviewState } from './usePreview';
import { useWidths } from './useWidths';

/** What follows from the plan as it is now; nothing of it is ever kept. */
export interface PlanWork {
  readonly bands: readonly Band[];
  readonly timeline: Timeline;
  readonly notes: readonly PlanNote[];
  /** Spools of the plan's filaments, by letter. */
  readonly spools: ReadonlyMap<string, Spool>;
  /** What each swap pushes through, from the bed up. */
  readonly purges: readonly PairPurge[];
  /** What the plan takes of each spool of the shelf. */
  readonly needs: readonly SpoolNeed[];
  /** What would be written, a moment after the last change. */
  readonly preview: PreviewState;
  readonly checks: readonly Check[];
}

/** Works out bands, times, notes, blocks and checks of the plan, once for all stations. */
export function usePlanWork(ready: ReadyJob, plan: JobPlan, printer: Printer): PlanWork {
  const { job, reading, analysis, client, fingerprint } = ready;
  const { layers } = reading;
  const shelf = useShelf((state) => state.records);
  const spools = useMemo(() => spoolsOf(plan.palette, shelf ?? []), [plan.palette, shelf]);
  const bands = useMemo(
    () => bandsOf(plan, layers, analysis.surface, printer.filamentDiameter, spools),
    [plan, layers, analysis, printer.filamentDiameter, spools],
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
  const widths = useWidths(client, bands);
  const notes = useMemo(
    () => planNotes({ plan, bands, layers, steps: analysis.steps, widths }),
    [plan, bands, layers, analysis, widths],
  );
  const preview = usePreview({ plan, printer, reading, client, spools });
  const begins = useStart(plan).getTime();
  const presence = usePresence();
  const checks = useMemo(() => {
    const { refusal } = preview;
    const troubles = refusal === null ? (preview.preview?.troubles ?? []) : [];
    const refused =
      refusal === null ? [] : [{ layer: plan.swaps[0]?.layer ?? 1, message: refusal }];
    const inputs = {
      plan,
      fingerprint,
      printer,
      recipe: recipeOfPlan(plan, printer),
      reading,
      bands,
      spools,
      jobId: job.id,
      purges,
      timeline,
      presence,
      start: new Date(begins),
      clock: clockForm(),
      troubles: [...refused, ...troubles],
    };
    return checksOf(inputs, notes);
  }, [
    plan,
    fingerprint,
    printer,
    reading,
    bands,
    spools,
    purges,
    timeline,
    presence,
    begins,
    preview,
    notes,
    job.id,
  ]);
  return useMemo(
    () => ({ bands, timeline, notes, spools, purges, needs, preview, checks }),
    [bands, timeline, notes, spools, purges, needs, preview, checks],
  );
}
