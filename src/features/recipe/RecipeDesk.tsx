'use client';

import { useState } from 'react';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { recipeOfPlan } from '@/core/plan/recipeOfPlan';
import { ActionList } from './ActionList';
import { CommandsPanel } from './CommandsPanel';
import { PrinterChoice } from './PrinterChoice';
import { WayChoice } from './WayChoice';

/** The Recipe station: how this printer is stopped, and what is written for it. */
export function RecipeDesk() {
  const { plan, printer } = useJob();
  const { preview } = usePlanFindings();
  const recipe = recipeOfPlan(plan, printer);
  const [index, setIndex] = useState(1);
  return (
    <div className="grid min-h-0 flex-1 lg:grid-cols-[18.5rem_20rem_minmax(0,1fr)]">
      <div className="min-h-0 overflow-y-auto border-line bg-panel px-4 pb-6 lg:border-r">
        <PrinterChoice />
        <WayChoice recipe={recipe} />
      </div>
      <div className="min-h-0 overflow-y-auto border-line px-4 pb-6 lg:border-r">
        <ActionList recipe={recipe} />
      </div>
      <CommandsPanel state={preview} recipe={recipe} index={index} onIndex={setIndex} />
    </div>
  );
}
