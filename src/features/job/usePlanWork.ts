'use client';

import { useMemo } from 'react';
import type { Check } from '@/core/checks/check';
import { checksOf } from '@/core/checks/checks';
import { spoolsOf, type Spool } from '@/core/filament/spool';
import { bandsOf, type Band } from '@/core/plan/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { planNotes, type PlanNote } from '@/core/plan/notes';
import { recipeOfPlan } from '@/core/plan/order';
import { timelineOf, type Timeline } from '@/core/plan/timeline';
import type { Printer } from '@/core/printer/printer';
import { useShelf } from '@/store/shelfStore';
import { useStart } from './clockTimes';
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
  /** What would be written, a moment after the last change. */
  readonly preview: PreviewState;
  readonly checks: readonly Check[];
}

/** Works out bands, times, notes, blocks and checks of the plan, once for all stations. */
export function usePlanWork(ready: ReadyJob, plan: JobPlan, printer: Printer): PlanWork {
  const { reading, analysis, client, fingerprint } = ready;
  const { layers } = reading;
  const bands = useMemo(
    () => bandsOf(plan, layers, analysis.surface, printer.filamentDiameter),
    [plan, layers, analysis, printer.filamentDiameter],
  );
  const timeline = useMemo(
    () => timelineOf(bands, reading, plan.handSeconds),
    [bands, reading, plan.handSeconds],
  );
  const widths = useWidths(client, bands);
  const notes = useMemo(
    () => planNotes({ plan, bands, layers, steps: analysis.steps, widths }),
    [plan, bands, layers, analysis, widths],
  );
  const shelf = useShelf((state) => state.spools);
  const spools = useMemo(() => spoolsOf(plan.palette, shelf ?? []), [plan.palette, shelf]);
  const preview = usePreview({ plan, printer, reading, client, spools });
  const begins = useStart(plan).getTime();
  const checks = useMemo(() => {
    const { refusal } = preview;
    const troubles = refusal === null ? (preview.preview?.troubles ?? []) : [];
    const refused =
      refusal === null ? [] : [{ layer: plan.swaps[0]?.layer ?? 1, message: refusal }];
    const ground = {
      plan,
      fingerprint,
      printer,
      recipe: recipeOfPlan(plan, printer),
      reading,
      bands,
      spools,
      timeline,
      start: new Date(begins),
      troubles: [...refused, ...troubles],
    };
    return checksOf(ground, notes);
  }, [plan, fingerprint, printer, reading, bands, timeline, begins, preview, notes, spools]);
  return useMemo(
    () => ({ bands, timeline, notes, spools, preview, checks }),
    [bands, timeline, notes, spools, preview, checks],
  );
}
