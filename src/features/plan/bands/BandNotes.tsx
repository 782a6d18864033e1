'use client';

import { usePlanFindings } from '@/base/work/PlanFindings';
import { NoteLine } from './NoteLine';

/** What to know about the band that begins at a layer; about the plan as a whole for null. */
export function BandNotes({ first }: { first: number | null }) {
  return usePlanFindings()
    .notes.filter(({ band }) => band === first)
    .map((note) => <NoteLine key={`${note.code} ${note.sentence}`} note={note} />);
}
