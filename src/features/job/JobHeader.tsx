'use client';

import { Keyboard, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { SaveState } from '@/store/planSaver';
import { usePlanStore } from '@/store/planStore';
import { ActionButton } from './ActionButton';
import { useJob } from './jobContext';

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'Plan saved',
  saving: 'Saving…',
  failed: 'The plan could not be saved. Free some space; the next change tries again.',
};

/** The job's name, its stations in working order, and what concerns the plan as a whole. */
export function JobHeader({ saveState }: { saveState: SaveState }) {
  const { job, actions } = useJob();
  const change = usePlanStore((state) => state.change);
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
      <div className="min-w-0 lg:w-72">
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
      <p
        role="status"
        className={`ml-auto text-sm ${saveState === 'failed' ? 'font-medium text-danger' : 'text-muted'}`}
      >
        {SAVE_WORDS[saveState]}
      </p>
      <div className="flex gap-1">
        <ActionButton
          actionId="undo"
          context={actions}
          kind="quiet"
          icon={<Undo2 aria-hidden size={18} />}
          hint={change ? `Undo: ${change}` : 'Undo'}
        />
        <ActionButton
          actionId="redo"
          context={actions}
          kind="quiet"
          icon={<Redo2 aria-hidden size={18} />}
        />
        <ActionButton
          actionId="show-keys"
          context={actions}
          kind="quiet"
          icon={<Keyboard aria-hidden size={18} />}
        />
      </div>
    </header>
  );
}

function Stations() {
  const { job, reading } = useJob();
  const path = usePathname();
  const warnings = reading.findings.filter(({ severity }) => severity === 'warning').length;
  const stations = [
    { href: `/jobs/${job.id}/read`, name: 'Read', note: warnings > 0 ? String(warnings) : null },
    { href: `/jobs/${job.id}`, name: 'Plan', note: null },
  ];
  return (
    <nav aria-label="Stations" className="flex gap-1">
      {stations.map(({ href, name, note }) => (
        <Link
          key={href}
          href={href}
          aria-current={path === href ? 'page' : undefined}
          className="flex items-center gap-1.5 rounded-md px-3 py-1.5 font-medium text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink"
        >
          {name}
          {note && (
            <span className="rounded-full bg-caution-soft px-1.5 text-xs text-caution">
              {note}
              <span className="sr-only"> to look at</span>
            </span>
          )}
        </Link>
      ))}
    </nav>
  );
}
