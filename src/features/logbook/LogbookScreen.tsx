'use client';

import dynamic from 'next/dynamic';
import { Tabs } from 'radix-ui';
import { useEffect } from 'react';
import { AsideNotes } from '@/components/trouble/AsideNotes';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { loadLogbook, useLogbook } from '@/store/prints/logbook';
import { storageSentence } from '@/store/jobs/room';
import { EntryTable } from './EntryTable';

const LearnedPanel = dynamic(() => import('./LearnedPanel').then((one) => one.LearnedPanel));
const ChartsPanel = dynamic(() => import('./ChartsPanel').then((one) => one.ChartsPanel));

const TABS = [
  ['prints', 'Prints'],
  ['learned', 'Learned'],
  ['charts', 'Charts'],
] as const;

/** The logbook: every print that was attended to, what it taught, and how it all went. */
export function LogbookScreen() {
  const { records: entries, trouble } = useLogbook();
  useEffect(load, []);
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={load} />;
  if (entries === null) {
    return (
      <p className="m-auto text-muted" aria-busy="true">
        Opening the logbook…
      </p>
    );
  }
  return (
    <Tabs.Root defaultValue="prints" className="flex min-h-0 flex-1 flex-col md:h-dvh">
      <header className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b border-line bg-panel px-6 pt-3">
        <div className="mr-auto pb-3">
          <h1 className="text-xl font-semibold">Logbook</h1>
          <p className="text-muted">Every print, and what the next plan learns from it.</p>
        </div>
        <Tabs.List aria-label="Logbook" className="flex gap-1">
          {TABS.map(([value, name]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="-mb-px min-h-10 border-b-2 border-transparent px-3 font-medium text-muted data-[state=active]:border-accent data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </header>
      <div className="px-6 pt-2 empty:hidden">
        <AsideNotes stores={['runs']} what="unfinished prints" />
      </div>
      <Tabs.Content value="prints" className="flex min-h-0 flex-1 flex-col">
        <EntryTable entries={entries} />
      </Tabs.Content>
      <Tabs.Content value="learned" className="min-h-0 flex-1 overflow-auto">
        <LearnedPanel entries={entries} />
      </Tabs.Content>
      <Tabs.Content value="charts" className="min-h-0 flex-1 overflow-auto">
        <ChartsPanel entries={entries} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function load(): void {
  loadLogbook().catch((error: unknown) => {
    useLogbook.setState({ trouble: storageSentence(error) });
  });
}
