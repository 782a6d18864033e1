'use client';

import { Columns } from '@/components/Columns';
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
      <Columns
        id="plan-columns"
        columns={[
          { id: 'core', width: '20rem', least: '14rem', content: <CorePanel view={view} /> },
          {
            id: 'sheet',
            least: '20rem',
            content: (
              <Boundary title="The sheet cannot be drawn">
                <SheetPanel view={view} />
              </Boundary>
            ),
          },
          { id: 'panel', width: '22rem', least: '18rem', content: <PlanPanel view={view} /> },
        ]}
      />
      <Ribbon view={view} />
    </>
  );
}
