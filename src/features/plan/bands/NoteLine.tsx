'use client';

import type { ReactNode } from 'react';
import { Info, TriangleAlert } from 'lucide-react';
import type { PlanNote } from '@/core/plan/work/notes';
import { changePlan } from '@/store/plans/planStore';

interface NoteLineProps {
  readonly note: Pick<PlanNote, 'level' | 'sentence' | 'fix'>;
  /** Where it is so. */
  readonly children?: ReactNode;
}

/** A note on the plan, with its fix one click away. */
export function NoteLine({ note, children }: NoteLineProps) {
  const { level, sentence, fix } = note;
  const isCaution = level === 'caution';
  const Icon = isCaution ? TriangleAlert : Info;
  return (
    <div
      className={`mt-1.5 flex gap-2 rounded px-2 py-1.5 text-sm ${isCaution ? 'bg-caution-soft' : 'bg-sunk'}`}
    >
      <Icon
        aria-label={isCaution ? 'Caution' : 'Note'}
        size={16}
        className={`mt-0.5 shrink-0 ${isCaution ? 'text-caution' : 'text-muted'}`}
      />
      <div>
        <p>{sentence}</p>
        {children}
        {fix && (
          <button
            type="button"
            onClick={() => changePlan(fix.label.toLowerCase(), fix.edit)}
            className="font-semibold underline underline-offset-2"
          >
            {fix.label}
          </button>
        )}
      </div>
    </div>
  );
}
