'use client';

import { useMemo } from 'react';
import { adviceOf } from '@/core/log/advice';
import { paletteKey } from '@/core/log/reckon';
import type { Check } from '@/core/checks/check';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Printer } from '@/core/printer/printer';
import { isSliced } from '@/core/read/slicedFile';
import type { Print } from '@/core/print/print';
import type { PlanWork } from './usePlanWork';
import { useLogbook } from '@/store/prints/logbook';
import { teachers } from './teachers';

/** What the logbook has to say about the plan, as checks. */
export function useAdvice(
  isDemo: boolean,
  plan: JobPlan,
  printer: Printer,
  reading: Print,
  { bands, purges }: Pick<PlanWork, 'bands' | 'purges'>,
): readonly Check[] {
  const entries = useLogbook(({ records }) => records);
  return useMemo(() => {
    const known = teachers(entries ?? [], isDemo);
    if (known.length === 0) return [];
    const { command } = recipeOfPlan(plan, printer);
    return adviceOf(
      {
        printer: printer.name,
        stopCommand: command === '' ? null : command,
        contactMm2: reading.layers[0]?.footprintMm2 ?? null,
        bed: isSliced(reading) ? (reading.temperatures.bed[0] ?? null) : null,
        swaps: bands.slice(1).map(({ filament: to, first }, i) => {
          const from = bands[i].filament;
          return {
            layer: first,
            from: { key: paletteKey(from), name: from.name },
            to: { key: paletteKey(to), name: to.name },
            mm: purges[i].mm,
          };
        }),
      },
      known,
    );
  }, [entries, isDemo, plan, printer, reading, bands, purges]);
}
