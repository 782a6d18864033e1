'use client';

import { Keyboard, Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import type { ActionContext } from '@/actions/action';
import { formatMm, plural } from '@/core/format';
import type { Reading } from '@/core/gcode/reading';
import type { Job } from '@/store/db';
import type { SaveState } from '@/store/planSaver';
import { usePlanStore } from '@/store/planStore';
import { ActionButton } from './ActionButton';

interface PlanHeaderProps {
  readonly job: Job;
  readonly reading: Reading;
  readonly saveState: SaveState;
  readonly context: ActionContext;
}

const SAVE_WORDS: Readonly<Record<SaveState, string>> = {
  saved: 'Plan saved',
  saving: 'Saving…',
  failed: 'The plan could not be saved. Free some space; the next change tries again.',
};

export function PlanHeader({ job, reading, saveState, context }: PlanHeaderProps) {
  const change = usePlanStore((state) => state.change);
  const top = reading.layers.at(-1)?.z ?? 0;
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-panel px-4 py-2">
      <div className="min-w-0">
        <h1 className="truncate text-lg leading-tight font-semibold">{job.name}</h1>
        <p className="truncate text-sm text-muted">
          <Link href="/" className="underline decoration-line underline-offset-2 hover:text-ink">
            Bench
          </Link>
          {' · '}
          {plural(reading.layers.length, 'layer')} · {formatMm(top)} mm high · {job.fileName}
        </p>
      </div>
      <p
        role="status"
        className={`ml-auto text-sm ${saveState === 'failed' ? 'font-medium text-danger' : 'text-muted'}`}
      >
        {SAVE_WORDS[saveState]}
      </p>
      <div className="flex gap-1">
        <ActionButton
          actionId="undo"
          context={context}
          kind="quiet"
          icon={<Undo2 aria-hidden size={18} />}
          hint={change ? `Undo: ${change}` : 'Undo'}
        />
        <ActionButton
          actionId="redo"
          context={context}
          kind="quiet"
          icon={<Redo2 aria-hidden size={18} />}
        />
        <ActionButton
          actionId="show-keys"
          context={context}
          kind="quiet"
          icon={<Keyboard aria-hidden size={18} />}
        />
      </div>
    </header>
  );
}
