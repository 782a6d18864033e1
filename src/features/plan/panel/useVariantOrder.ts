'use client';

import { orderOfFile, type PrintOrder } from '@/core/plan/arrangementOfPlan';
import { useEffect, useState } from 'react';
import type { Spool } from '@/core/filament/shelf/spool';
import type { JobPlan } from '@/core/plan/jobPlan';
import { isWhole } from '@/core/plan/parts';
import type { Printer } from '@/core/printer/printer';
import type { OpenedJob } from '@/base/job/jobContext';
import { toast } from '@/store/toast';
import { WorkerClosedError } from '@/workers/print/printClient';

/** In which order a plan beside the chosen one prints; null until that is known, and when it cannot be. */
export function useVariantOrder(
  { client, reading }: Pick<OpenedJob, 'client' | 'reading'>,
  plan: JobPlan,
  printer: Printer,
  spools: ReadonlyMap<string, Spool>,
): PrintOrder | null {
  const [known, setKnown] = useState<{ plan: JobPlan; order: PrintOrder | null } | null>(null);
  const isSliced = isWhole(plan);
  useEffect(() => {
    if (isSliced) return;
    let active = true;
    client
      .orderOf({ plan, printer, spools })
      .then((order) => active && setKnown({ plan, order }))
      .catch((error: unknown) => {
        if (error instanceof WorkerClosedError) return;
        toast.error(`The order of a plan could not be calculated. ${String(error)}`);
      });
    return () => {
      active = false;
    };
    // Spools weigh and cost; the order hardly hangs on them.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client, isSliced, plan, printer]);
  if (isSliced) return orderOfFile(reading);
  return known?.plan === plan ? known.order : null;
}
