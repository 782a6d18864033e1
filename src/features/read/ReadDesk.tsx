'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { Columns } from '@/components/Columns';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { Boundary } from '@/components/trouble/Boundary';
import { useViewStore } from '@/store/plans/viewStore';
import { useSlicedJob } from '@/base/job/jobContext';
import { FactsPanel } from './FactsPanel';
import { FindingsList } from './FindingsList';
import { StopsList } from './StopsList';

// The editor is large, and the facts can be read before it is there.
const CodePanel = dynamic(() => import('./CodePanel').then((module) => module.CodePanel), {
  ssr: false,
  loading: () => <p className="m-auto text-muted">Opening the file’s text…</p>,
});

/** The Read station: what Lamella found in the file, and the file itself. */
export function ReadDesk() {
  const { reading, plan, printer } = useSlicedJob();
  const [line, setLine] = useState(() => {
    const shown = reading.layers.at(useViewStore.getState().layer - 1);
    return shown?.firstLine ?? 1;
  });
  return (
    <Columns
      id="read-columns"
      columns={[
        {
          id: 'facts',
          width: '29rem',
          least: '18rem',
          content: (
            <ScrollArea className="bg-panel" inside="px-5 pb-6">
              <FactsPanel reading={reading} printer={printer} onLine={setLine} />
              <StopsList stops={reading.stops} plan={plan} onLine={setLine} />
              <FindingsList findings={reading.findings} onLine={setLine} />
            </ScrollArea>
          ),
        },
        {
          id: 'code',
          least: '20rem',
          content: (
            <Boundary title="The file’s text cannot be shown">
              <CodePanel line={line} onLine={setLine} />
            </Boundary>
          ),
        },
      ]}
    />
  );
}
