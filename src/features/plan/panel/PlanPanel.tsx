'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { useWorkedPart } from '@/base/work/useWorkedPart';
import { Tabs } from 'radix-ui';
import { useMemo } from 'react';
import { TAB_NAMES } from '@/actions/viewActions';
import { suggestSwaps } from '@/core/plan/edits/suggestions';
import { isTabFor, PLAN_TABS, showTab, useViewStore, type PlanTab } from '@/store/plans/viewStore';
import { BandsTab } from '../bands/BandsTab';
import type { OpenedJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { isWhole } from '@/core/plan/parts';
import { PartsTab } from '../parts/PartsTab';
import { ByHandTab } from './ByHandTab';
import { StepsTab } from './StepsTab';
import { VariantsTab } from './VariantsTab';

/** The right of the desk: bands, steps, heights by hand, and plans side by side. */
export function PlanPanel({ view }: { view: OpenedJob }) {
  const chosen = useViewStore((state) => state.tab);
  const { plan, analysis, reading } = view;
  const hasParts = !isWhole(plan);
  const tab = isTabFor(chosen, hasParts) ? chosen : 'bands';
  const part = useWorkedPart(plan);
  const { steps, shapes, surface } = analysis;
  const suggestions = useMemo(
    () => suggestSwaps(plan, steps, shapes, reading.layers, surface, part),
    [plan, steps, shapes, reading.layers, surface, part],
  );
  return (
    <Tabs.Root
      data-tour="bands"
      value={tab}
      onValueChange={(next) => showTab(next as PlanTab)}
      className="flex min-h-0 flex-col border-line bg-panel lg:border-l"
    >
      <Tabs.List
        aria-label="Plan"
        className="flex flex-wrap gap-0.5 border-b border-line px-2 pt-2"
      >
        {PLAN_TABS.filter((one) => isTabFor(one, hasParts)).map((one) => (
          <Tabs.Trigger
            key={one}
            value={one}
            id={`plan-tab-${one}`}
            className="-mb-px flex items-center gap-1.5 border-b-2 border-transparent px-2 py-2 font-medium whitespace-nowrap text-muted hover:text-ink data-[state=active]:border-accent data-[state=active]:text-ink"
          >
            {TAB_NAMES[one]}
            {one === 'bands' && <Cautions />}
            {one === 'steps' && (
              <Badge
                count={suggestions.length}
                words="without a swap"
                look="bg-accent-soft text-ink"
              />
            )}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {hasParts && (
        <TabBody tab="parts">
          <PartsTab view={view} />
        </TabBody>
      )}
      <TabBody tab="bands">
        <BandsTab view={view} suggestions={suggestions} />
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

/** How many bands want a look. */
function Cautions() {
  const { notes } = usePlanFindings();
  const count = notes.filter(({ level }) => level === 'caution').length;
  return <Badge count={count} words="to check" look="bg-caution-soft text-caution" />;
}

function Badge({ count, words, look }: { count: number; words: string; look: string }) {
  if (count === 0) return null;
  return (
    <span className={`rounded-full px-1.5 text-xs ${look}`}>
      {count}
      <span className="sr-only"> {words}</span>
    </span>
  );
}

function TabBody({ tab, children }: { tab: PlanTab; children: React.ReactNode }) {
  return (
    <Tabs.Content value={tab} className="flex min-h-0 flex-1 flex-col data-[state=inactive]:hidden">
      <ScrollArea className="flex-1" inside="px-4 py-3">
        {children}
      </ScrollArea>
    </Tabs.Content>
  );
}
