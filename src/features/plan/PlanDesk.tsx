'use client';

import { useMemo } from 'react';
import { Boundary } from '@/components/Boundary';
import { bandsOf } from '@/core/plan/bands';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import { useJob } from '@/features/job/jobContext';
import { BandsPanel } from './BandsPanel';
import { CorePanel } from './core/CorePanel';
import { SheetPanel } from './sheet/SheetPanel';
import { TotalsBar } from './TotalsBar';

/** The Plan station: core, sheet, bands and totals on one screen. */
export function PlanDesk() {
  const { reading, plan, steps, client, actions, writing } = useJob();
  const bands = useMemo(
    () => bandsOf(plan, reading.layers, ORDINARY_PRINTER.filamentDiameter),
    [plan, reading],
  );
  return (
    <>
      <div className="grid min-h-0 flex-1 lg:grid-cols-[19rem_minmax(0,1fr)_21rem]">
        <CorePanel reading={reading} steps={steps} plan={plan} bands={bands} context={actions} />
        <Boundary title="The sheet cannot be drawn">
          <SheetPanel client={client} reading={reading} plan={plan} />
        </Boundary>
        <BandsPanel bands={bands} plan={plan} steps={steps} context={actions} />
      </div>
      <TotalsBar reading={reading} plan={plan} context={actions} writing={writing} />
    </>
  );
}
