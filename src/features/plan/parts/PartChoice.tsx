'use client';

import { SelectField } from '@/components/controls/Select';
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
    <div className="mb-2 text-sm">
      <SelectField
        label="Swaps of"
        value={part}
        options={plan.parts.map(({ key }) => ({
          value: key,
          words: partName(key, reading.sources),
        }))}
        onChange={showPart}
      />
    </div>
  );
}
