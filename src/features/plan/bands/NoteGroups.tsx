'use client';

import { usePlanFindings } from '@/base/work/PlanFindings';
import { Button } from '@/components/Button';
import { showLayer } from '@/store/plans/viewStore';
import { NoteLine } from './NoteLine';

/** What is so at several bands: once, with its places and one fix for all. */
export function NoteGroups() {
  const { noteGroups } = usePlanFindings();
  return noteGroups.map((group) => (
    <NoteLine key={group.code} note={group}>
      <span className="flex flex-wrap items-center gap-x-0.5">
        <span className="pr-1 text-muted">From layers</span>
        {group.notes.map(
          ({ band }) =>
            band !== null && (
              <Button
                key={band}
                kind="quiet"
                aria-label={`Show layer ${band}`}
                className="min-h-6 px-1.5 py-0"
                onClick={() => showLayer(band)}
              >
                {band}
              </Button>
            ),
        )}
      </span>
    </NoteLine>
  ));
}
