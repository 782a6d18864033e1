'use client';

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
    <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(0,29rem)_minmax(0,1fr)]">
      <div className="min-h-0 overflow-y-auto border-line bg-panel px-5 pb-6 lg:border-r">
        <FactsPanel reading={reading} printer={printer} onLine={setLine} />
        <StopsList stops={reading.stops} plan={plan} onLine={setLine} />
        <FindingsList findings={reading.findings} onLine={setLine} />
      </div>
      <Boundary title="The file’s text cannot be shown">
        <CodePanel line={line} onLine={setLine} />
      </Boundary>
    </div>
  );
}
