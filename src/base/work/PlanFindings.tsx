'use client';

import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { Check } from '@/core/checks/check';
import { checksOf, worstFirst } from '@/core/checks/checks';
import type { PartInputs, PrintInputs } from '@/core/checks/inputs';
import { ORDERS } from '@/core/order/ordering';
import { swapsOf } from '@/core/plan/arrangement';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import type { Print } from '@/core/print/print';
import { isSliced, type SlicedFile } from '@/core/read/slicedFile';
import type { OutputRequest } from '@/core/write/request/request';
import { gatherNotes, type NoteGroup } from '@/core/plan/work/gatherNotes';
import { planNotes, type PlanNote } from '@/core/plan/work/notes';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { Printer } from '@/core/printer/printer';
import { clockForm } from '@/browser/clockForm';
import { useStart } from '@/browser/clockTimes';
import { usePresence } from '@/store/settings/attendSettings';
import type { ReadyJob } from '../job/useOpenJob';
import { useAdvice } from './useAdvice';
import type { PlanWork } from './usePlanWork';
import type { PartsView } from './useParts';
import { usePreview, type PreviewState } from './usePreview';
import { useWidths } from './useWidths';

/** What is found out about the plan a moment after its last change. */
export interface PlanFindings {
  readonly notes: readonly PlanNote[];
  /** Notes of one kind at several bands. */
  readonly noteGroups: readonly NoteGroup[];
  /** What would be written. */
  readonly preview: PreviewState;
  readonly checks: readonly Check[];
}

const FindingsContext = createContext<PlanFindings | null>(null);

/** What is found out about the plan; only inside a `PlanFindingsProvider`. */
export function usePlanFindings(): PlanFindings {
  const findings = useContext(FindingsContext);
  if (!findings) throw new Error('usePlanFindings needs a PlanFindingsProvider around it.');
  return findings;
}

interface FindingsProps {
  readonly ready: ReadyJob;
  readonly plan: JobPlan;
  readonly printer: Printer;
  readonly work: PlanWork;
  /** What is to be written; null of a model. */
  readonly request: OutputRequest | null;
}

/**
 * Works out notes, blocks and checks, once for all stations. They come after the plan itself, in several
 * steps; only what shows them is redrawn then.
 */
export function PlanFindingsProvider({
  children,
  ...given
}: FindingsProps & { readonly children: ReactNode }) {
  return <FindingsContext.Provider value={useFindings(given)}>{children}</FindingsContext.Provider>;
}

function useFindings({ ready, plan, printer, work, request }: FindingsProps): PlanFindings {
  const { job, reading, analysis, client, fingerprint } = ready;
  const { bands, spools, purges, timeline, parts, arrangement } = work;
  const { layers } = reading;
  const widths = useWidths(client, bands);
  const notes = useMemo(
    () => (isWhole(plan) ? planNotes({ plan, bands, layers, steps: analysis.steps, widths }) : []),
    [plan, bands, layers, analysis, widths],
  );
  const noteGroups = useMemo(() => gatherNotes(notes), [notes]);
  const preview = usePreview({ request, refusal: parts.refusal, client });
  const begins = useStart(plan).getTime();
  const presence = usePresence();
  const checks = useMemo(() => {
    const { refusal } = preview;
    const troubles = refusal === null ? (preview.preview?.troubles ?? []) : [];
    const refused =
      refusal === null
        ? []
        : [{ layer: swapsOf(reading, arrangement)[0]?.layer ?? 1, message: refusal }];
    const inputs: PrintInputs = {
      plan,
      fingerprint,
      printer,
      recipe: recipeOfPlan(plan, printer),
      reading,
      bands,
      parts: partInputs(parts, plan, reading),
      spools,
      jobId: job.id,
      purges,
      timeline,
      presence,
      start: new Date(begins),
      clock: clockForm(),
      troubles: [...refused, ...troubles],
    };
    const ofFile = request && isSliced(reading) ? { ...inputs, reading, request } : inputs;
    return checksOf(ofFile, notes);
  }, [
    plan,
    fingerprint,
    printer,
    reading,
    bands,
    parts,
    spools,
    purges,
    timeline,
    presence,
    begins,
    preview,
    notes,
    request,
    arrangement,
    job.id,
  ]);
  const advice = useAdvice(job.isDemo, plan, printer, reading, work);
  return useMemo(
    () => ({ notes, noteGroups, preview, checks: worstFirst([...checks, ...advice]) }),
    [notes, noteGroups, preview, checks, advice],
  );
}

/** What checks look at of parts side by side. */
function partInputs(
  { wishes, picture, answer }: PartsView,
  { order }: JobPlan,
  reading: Print,
): PartInputs {
  const known = (answer?.choices ?? []).flatMap((one) => (one.ok ? [one.value.swaps] : []));
  const choice = answer?.choices[ORDERS.indexOf(order)];
  return {
    wishes,
    picture,
    fewest: known.length > 0 ? Math.min(...known) : null,
    dip: choice?.ok ? choice.value : null,
    held: answer?.held ?? [],
    carriesBlock: answer?.carriesBlock ?? null,
    joined: isSliced(reading) && reading.sources.length > 1 ? joinedInputs(reading, answer) : null,
  };
}

/** What the files that are printed together say of themselves, and how they lie to each other. */
function joinedInputs(
  { sources, sections }: SlicedFile,
  answer: PartsView['answer'],
): PartInputs['joined'] {
  const firsts = sources.map(({ firstSection, leadIns }) => sections[firstSection + leadIns]);
  return {
    names: sources.map(({ name }) => name),
    overlaps: answer?.overlaps ?? [],
    relations: answer?.relations ?? [],
    nozzle: firsts.map(({ state }) => state.nozzleTarget),
    bed: firsts.map(({ state }) => state.bedTarget),
    heights: sources.map(({ endSection }, i) => {
      return { first: firsts[i].thickness, next: sections[endSection - 1].thickness };
    }),
  };
}
