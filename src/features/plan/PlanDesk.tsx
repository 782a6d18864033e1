'use client';

import { Boundary } from '@/components/trouble/Boundary';
import { useJob } from '@/base/job/jobContext';
import { CorePanel } from './core/CorePanel';
import { PlanPanel } from './panel/PlanPanel';
import { Ribbon } from './ribbon/Ribbon';
import { SheetPanel } from './sheet/SheetPanel';

/** The Plan station: core, sheet, bands and ribbon on one screen. */
export function PlanDesk() {
  const view = useJob();
  return (
    <>
      <div className="grid min-h-0 flex-1 lg:grid-cols-[20rem_minmax(0,1fr)_22rem]">
        <CorePanel view={view} />
        <Boundary title="The sheet cannot be drawn">
          <SheetPanel view={view} />
        </Boundary>
        <PlanPanel view={view} />
      </div>
      <Ribbon view={view} />
    </>
  );
}
