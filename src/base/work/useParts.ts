'use client';

import { orderOfFile, type PrintOrder } from '@/core/plan/arrangementOfPlan';
import { useEffect, useMemo, useState } from 'react';
import type { Spool } from '@/core/filament/shelf/spool';
import { ORDERS } from '@/core/order/ordering';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import { sectionWishes, type SectionWish } from '@/core/plan/wishes';
import { withFoundParts } from '@/core/plan/edits/partPlan';
import type { Printer } from '@/core/printer/printer';
import type { SectionPicture } from '@/core/read/sectionPicture';
import { mayHaveParts, partsPicture } from './foundParts';
import { jobs } from '@/store/jobs/jobs';
import { adoptParts } from '@/store/plans/planStore';
import { toast } from '@/store/toast';
import { showTab } from '@/store/plans/viewStore';
import { WorkerClosedError } from '@/workers/print/printClient';
import type { OrdersAnswer } from '@/workers/print/protocol';
import type { ReadyJob } from '../job/useOpenJob';

/** The parts of a plan, and the order in which they print. */
export interface PartsView extends PrintOrder {
  /** What the plan wants of every section, in file order. */
  readonly wishes: readonly SectionWish[];
  /** Where each section lies; null until it is known, and in a print of one part. */
  readonly picture: SectionPicture | null;
  /** All orders side by side; null until they are known, and in a print of one part. */
  readonly answer: OrdersAnswer | null;
  /** How far working them out has come; null when nothing is under way. */
  readonly progress: number | null;
  /** Why the plan's order cannot be; null when it can. */
  readonly refusal: string | null;
}

/** Keeps what belongs to the parts of a plan: as sliced until their order is known. */
export function useParts(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
): PartsView {
  const { reading } = ready;
  const hasParts = !isWhole(plan);
  const picture = useFindings(ready, plan);
  useEffect(() => {
    if (hasParts) showTab('parts');
  }, [hasParts, ready]);
  const { answer, progress } = useOrders(ready, hasParts ? plan : null, printer, spools);
  const wishes = useMemo(() => sectionWishes(plan, reading), [plan, reading]);
  return useMemo(() => {
    const choice = answer?.choices[ORDERS.indexOf(plan.order)];
    const sliced = orderOfFile(reading);
    const known = choice?.ok
      ? { ...choice.value, dipMm: choice.value.limitMm }
      : { ...sliced, exact: !hasParts };
    return {
      wishes,
      order: known.order,
      dipMm: known.dipMm,
      exact: known.exact,
      skirtsInTheWay: answer?.skirtsInTheWay ?? [],
      picture: hasParts ? picture : null,
      answer,
      progress,
      refusal: choice && !choice.ok ? choice.refusal.message : null,
    };
  }, [hasParts, wishes, plan.order, reading, picture, answer, progress]);
}

const say = (error: unknown): void => {
  if (!(error instanceof WorkerClosedError)) {
    toast.error(`The parts could not be analysed. ${String(error)}`);
  }
};

/** Looks once at which parts a print shows; a plan that has nothing on it yet gets them. */
function useFindings(ready: ReadyJob, plan: JobPlan): SectionPicture | null {
  const [known, setKnown] = useState<{ ready: ReadyJob; picture: SectionPicture } | null>(null);
  const file = ready.kind === 'sliced' ? ready.reading : null;
  const wanted = file !== null && (!isWhole(plan) || mayHaveParts(file));
  const { client, job } = ready;
  useEffect(() => {
    if (!wanted) return;
    let active = true;
    client
      .findParts()
      .then((found) => {
        if (!active || !found) return;
        setKnown({ ready, picture: found.picture });
        adoptParts((one) => withFoundParts(one, file, found.stretches));
        if (job.picture?.sections) return;
        const picture = partsPicture(file, found);
        jobs.edit(job.id, (now) => ({ ...now, picture })).catch(say);
      })
      .catch(say);
    return () => {
      active = false;
    };
  }, [wanted, client, file, job, ready]);
  return known?.ready === ready ? known.picture : null;
}

/** A slider changes the dip with every frame; the orders may follow more slowly, ms. */
const CALM = 80;

/** Keeps the orders of a plan worked out. */
function useOrders(
  { client }: ReadyJob,
  plan: JobPlan | null,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
): { answer: OrdersAnswer | null; progress: number | null } {
  const [answer, setAnswer] = useState<OrdersAnswer | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const decisive = plan && decisiveOf(plan);
  useEffect(() => {
    if (!plan) return;
    let active = true;
    const timer = setTimeout(() => {
      setProgress(0);
      client
        .orders({ plan, printer, spools }, (share) => active && setProgress(share))
        .then((orders) => {
          if (active && orders) setAnswer(orders);
          if (active) setProgress(null);
        })
        .catch(say);
    }, CALM);
    return () => {
      active = false;
      clearTimeout(timer);
    };
    // Of the plan only what decides its orders counts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, decisive, printer, spools]);
  return { answer: plan ? answer : null, progress };
}

/** What of a plan decides the orders of its sections. */
function decisiveOf(plan: JobPlan): string {
  const { parts, dipMm, layerOrders, stretches, takenOut, extraLayer, purges, palette } = plan;
  return JSON.stringify([
    [parts, dipMm, layerOrders, stretches, takenOut, extraLayer, purges],
    palette,
  ]);
}
