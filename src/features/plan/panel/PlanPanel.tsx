'use client';

import { Tabs } from 'radix-ui';
import { TAB_NAMES } from '@/actions/viewActions';
import { suggestSwaps } from '@/core/plan/suggestions';
import { PLAN_TABS, showTab, useViewStore, type PlanTab } from '@/store/viewStore';
import { BandsTab } from '../bands/BandsTab';
import type { OpenedJob } from '@/features/job/jobContext';
import { ByHandTab } from './ByHandTab';
import { StepsTab } from './StepsTab';
import { VariantsTab } from './VariantsTab';

/** The right of the desk: bands, steps, heights by hand, and plans side by side. */
export function PlanPanel({ view }: { view: OpenedJob }) {
  const tab = useViewStore((state) => state.tab);
  const { plan, analysis, reading, notes } = view;
  const { steps, shapes, surface } = analysis;
  const suggestions = suggestSwaps(plan, steps, shapes, reading.layers, surface);
  const cautions = notes.filter(({ level }) => level === 'caution').length;
  const badges: Readonly<Partial<Record<PlanTab, [number, string]>>> = {
    bands: [cautions, 'to look at'],
    steps: [suggestions.length, 'without a swap'],
  };
  return (
    <Tabs.Root
      data-tour="bands"
      value={tab}
      onValueChange={(next) => showTab(next as PlanTab)}
      className="flex min-h-0 flex-col border-line bg-panel lg:border-l"
    >
      <Tabs.List aria-label="Plan" className="flex gap-1 border-b border-line px-2 pt-2">
        {PLAN_TABS.map((one) => {
          const [count, words] = badges[one] ?? [0, ''];
          return (
            <Tabs.Trigger
              key={one}
              value={one}
              id={`plan-tab-${one}`}
              className="-mb-px flex items-center gap-1.5 border-b-2 border-transparent px-2.5 py-2 font-medium text-muted hover:text-ink data-[state=active]:border-accent data-[state=active]:text-ink"
            >
              {TAB_NAMES[one]}
              {count > 0 && (
                <span
                  className={`rounded-full px-1.5 text-xs ${one === 'bands' ? 'bg-caution-soft text-caution' : 'bg-accent-soft text-ink'}`}
                >
                  {count}
                  <span className="sr-only"> {words}</span>
                </span>
              )}
            </Tabs.Trigger>
          );
        })}
      </Tabs.List>
      <TabBody tab="bands">
        <BandsTab view={view} />
      </TabBody>
      <TabBody tab="steps">
        <StepsTab view={view} suggestions={suggestions} />
      </TabBody>
      <TabBody tab="by-hand">
        <ByHandTab view={view} />
      </TabBody>
      <TabBody tab="variants">
        <VariantsTab view={view} />
      </TabBody>
    </Tabs.Root>
  );
}

function TabBody({ tab, children }: { tab: PlanTab; children: React.ReactNode }) {
  return (
    <Tabs.Content value={tab} className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
      {children}
    </Tabs.Content>
  );
}
