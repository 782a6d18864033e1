'use client';

import { Checkbox } from '@/components/controls/Checkbox';
import { plural } from '@/core/format';
import { useSlicedJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';

/** The times left that a file shows on the display, which know nothing of swaps. */
export function TimeLeft() {
  const { plan, reading } = useSlicedJob();
  const lines = reading.settingLines.filter(({ what }) => what === 'remaining');
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby="time-left-title" className="pt-5">
      <h2 id="time-left-title" className="text-base font-semibold">
        Time left on the display
      </h2>
      <p className="text-sm text-muted">
        The file shows it on {plural(lines.length, 'line')}, without your swaps.
      </p>
      <Checkbox
        checked={plan.addToRemaining}
        onChange={(addToRemaining) =>
          changePlan('time left on the display', (one) => ({ ...one, addToRemaining }))
        }
      >
        Add swap time
      </Checkbox>
    </section>
  );
}
