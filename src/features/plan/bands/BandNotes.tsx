'use client';

import { Info, TriangleAlert } from 'lucide-react';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { NoteLine } from './NoteLine';

/**
 * What to know about the band that begins at a layer; about the plan as a whole for null. What is said of several
 * bands together is only marked here.
 */
export function BandNotes({ first }: { first: number | null }) {
  const { notes, noteGroups } = usePlanFindings();
  const isGathered = (code: string): boolean => noteGroups.some((group) => group.code === code);
  return notes
    .filter(({ band }) => band === first)
    .map((note) => {
      const { code, level, sentence } = note;
      const key = `${code} ${sentence}`;
      if (!isGathered(code)) return <NoteLine key={key} note={note} />;
      const Icon = level === 'caution' ? TriangleAlert : Info;
      return (
        <p key={key} className="flex items-center gap-1.5 pt-1 text-xs text-muted">
          <Icon
            aria-label={level === 'caution' ? 'Caution' : 'Note'}
            size={13}
            className={`shrink-0 ${level === 'caution' ? 'text-caution' : ''}`}
          />
          <span className="truncate" title={sentence}>
            {sentence}
          </span>
        </p>
      );
    });
}
