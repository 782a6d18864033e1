'use client';

import { Redo2, Search, Undo2 } from 'lucide-react';
import { memo } from 'react';
import type { ActionContext } from '@/actions/action';
import { Toolbar } from '@/components/controls/Toolbar';
import { Link } from '@/components/Link';
import { ActionTool } from '@/base/job/ActionTool';
import { ActionsMenu } from './ActionsMenu';
import { useJob } from '@/base/job/jobContext';
import { Stations } from './Stations';

/** The job's name, its stations in working order, and what concerns the plan as a whole. */
export function JobHeader() {
  const { job, actions } = useJob();
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b lg:gap-x-2 xl:gap-x-4 border-line bg-panel px-4 py-2">
      <div className="min-w-0 max-md:flex-1 lg:w-52 xl:w-72">
        <h1 className="truncate text-lg leading-tight font-semibold">{job.name}</h1>
        <p className="truncate text-sm text-muted">
          <Link href="/" className="underline decoration-line underline-offset-2 hover:text-ink">
            Bench
          </Link>
          {' · '}
          {job.fileName}
        </p>
      </div>
      <Stations />
      <HeaderActions context={actions} />
    </header>
  );
}

/** Not redrawn while the plan changes: what its buttons can do, they know by themselves. */
const HeaderActions = memo(function HeaderActions({ context }: { context: ActionContext }) {
  return (
    <Toolbar label="Job tools" className="ml-auto gap-1 max-md:order-2">
      <ActionTool actionId="undo" context={context} icon={<Undo2 aria-hidden size={18} />} />
      <ActionTool actionId="redo" context={context} icon={<Redo2 aria-hidden size={18} />} />
      <ActionTool
        actionId="show-palette"
        context={context}
        icon={<Search aria-hidden size={18} />}
      />
      <ActionsMenu context={context} />
    </Toolbar>
  );
});
