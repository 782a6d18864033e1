'use client';

import { useEffect, useMemo, useState } from 'react';
import type { Spool } from '@/core/filament/spool';
import { ORDERS } from '@/core/order/ordering';
import type { JobPlan } from '@/core/plan/jobPlan';
import {
  isSideBySide,
  sectionWishes,
  withFoundParts,
  type SectionWish,
} from '@/core/plan/sidePlan';
import type { Printer } from '@/core/printer/printer';
import type { SectionPicture } from '@/core/read/sectionPicture';
import { mayHaveParts, partsPicture } from '@/features/pickers/foundParts';
import { jobs } from '@/store/jobs';
import { adoptParts } from '@/store/planStore';
import { toast } from '@/store/toast';
import { showTab } from '@/store/viewStore';
import { WorkerClosedError } from '@/workers/printClient';
import type { OrdersAnswer } from '@/workers/protocol';
import type { ReadyJob } from './useOpenJob';

/** Parts side by side, as the plan has them and as the print shows them. */
export interface SideView {
  /** What the plan wants of every section, in file order. */
  readonly wishes: readonly SectionWish[];
  /** The sections in the order of printing, as places in file order: as sliced until the order is known. */
  readonly order: readonly number[];
  /** How much higher than a section other things may stand beside it in that order, mm. */
  readonly dipMm: number;
  /** Skirts over which another file prints, as places in file order. */
  readonly skirtsInTheWay: readonly number[];
  /** False when a better order may exist, or while the order is not known. */
  readonly exact: boolean;
  /** Where each section lies; null until it is known. */
  readonly picture: SectionPicture | null;
  /** All orders side by side; null until they are known. */
  readonly answer: OrdersAnswer | null;
  /** How far working them out has come; null when nothing is under way. */
  readonly progress: number | null;
  /** Why the plan's order cannot be; null when it can. */
  readonly refusal: string | null;
}

/** Keeps what belongs to parts side by side; null for a plan in colours by height. */
export function useSide(
  ready: ReadyJob,
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
): SideView | null {
  const { reading } = ready;
  const isSide = isSideBySide(plan);
  const picture = useFindings(ready, plan);
  useEffect(() => {
    if (isSide) showTab('parts');
  }, [isSide, ready]);
  const { answer, progress } = useOrders(ready, isSide ? plan : null, printer, spools);
  const wishes = useMemo(
    () => (isSide ? sectionWishes(plan, reading) : []),
    [isSide, plan, reading],
  );
  return useMemo(() => {
    if (!isSide) return null;
    const choice = answer?.choices[ORDERS.indexOf(plan.order)];
    return {
      wishes,
      order: choice?.ok ? choice.value.order : reading.sections.map((_, i) => i),
      dipMm: choice?.ok ? choice.value.limitMm : 0,
      skirtsInTheWay: answer?.skirtsInTheWay ?? [],
      exact: choice?.ok ? choice.value.exact : false,
      picture,
      answer,
      progress,
      refusal: choice && !choice.ok ? choice.refusal.message : null,
    };
  }, [isSide, wishes, plan.order, reading, picture, answer, progress]);
}

const say = (error: unknown): void => {
  if (!(error instanceof WorkerClosedError)) {
    toast.error(`The parts could not be looked at. ${String(error)}`);
  }
};

/** Looks once at which parts a print shows; a plan that has nothing on it yet gets them. */
function useFindings(ready: ReadyJob, plan: JobPlan): SectionPicture | null {
  const [found, setFound] = useState<{ ready: ReadyJob; picture: SectionPicture } | null>(null);
  const wanted = isSideBySide(plan) || mayHaveParts(ready.reading);
  const { client, reading, job } = ready;
  useEffect(() => {
    if (!wanted) return;
    let active = true;
    client
      .sides()
      .then((sides) => {
        if (!active || !sides) return;
        setFound({ ready, picture: sides.picture });
        adoptParts((one) => withFoundParts(one, reading, sides.stretches));
        if (job.picture?.sections) return;
        const picture = partsPicture(reading, sides);
        jobs.edit(job.id, (now) => ({ ...now, picture })).catch(say);
      })
      .catch(say);
    return () => {
      active = false;
    };
  }, [wanted, client, reading, job, ready]);
  return found?.ready === ready ? found.picture : null;
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
