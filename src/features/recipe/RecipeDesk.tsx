'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { Columns } from '@/components/Columns';
import { useState } from 'react';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { ActionList } from './ActionList';
import { CommandsPanel } from './CommandsPanel';
import { PrinterChoice } from './PrinterChoice';
import { StopChoice } from './StopChoice';

/** The Recipe station: how this printer is stopped, and what is written for it. */
export function RecipeDesk() {
  const { plan, printer } = useJob();
  const { preview } = usePlanFindings();
  const recipe = recipeOfPlan(plan, printer);
  const [index, setIndex] = useState(1);
  return (
    <Columns
      id="recipe-columns"
      columns={[
        {
          id: 'stop',
          width: '18.5rem',
          least: '15rem',
          content: (
            <ScrollArea className="bg-panel" inside="px-4 pb-6">
              <PrinterChoice />
              <StopChoice recipe={recipe} />
            </ScrollArea>
          ),
        },
        {
          id: 'steps',
          width: '20rem',
          least: '16rem',
          content: (
            <ScrollArea inside="px-4 pb-6">
              <ActionList recipe={recipe} />
            </ScrollArea>
          ),
        },
        {
          id: 'commands',
          least: '20rem',
          content: (
            <CommandsPanel state={preview} recipe={recipe} index={index} onIndex={setIndex} />
          ),
        },
      ]}
    />
  );
}
