'use client';

import { useWorkedPart } from '@/base/work/useWorkedPart';
import { isWhole } from '@/core/plan/parts';
import type { OpenedJob } from '@/base/job/jobContext';
import { showPart } from '@/store/plans/viewStore';
import { partName } from '@/core/plan/partName';

/** Which part's swaps are worked on; nothing in a print of one part. */
export function PartChoice({ view: { plan, reading } }: { view: OpenedJob }) {
  const part = useWorkedPart(plan);
  if (isWhole(plan)) return null;
  return (
    <label className="mb-2 flex items-center gap-2 text-sm">
      Swaps of
      <select
        value={part}
        onChange={(event) => showPart(event.target.value)}
        className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
      >
        {plan.parts.map(({ key }) => (
          <option key={key} value={key}>
            {partName(key, reading.sources)}
          </option>
        ))}
      </select>
    </label>
  );
}
