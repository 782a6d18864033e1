'use client';

import { Dialog } from 'radix-ui';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { plural } from '@/core/format';
import { emptyPlan } from '@/core/plan/jobPlan';
import { allSwaps } from '@/core/plan/edits/partEdits';
import { mapParts } from '@/core/plan/parts';
import { withCopy, withPlan } from '@/core/plan/file/planBook';
import { changeBook, changePlan } from '@/store/plans/planStore';
import { useJob } from '@/base/job/jobContext';

/** Stands before a plan that was made for another file than the job's: it is never used silently. */
export function ForeignPlanDialog() {
  const { plan, fingerprint, reading } = useJob();
  const layerCount = reading.layers.length;
  const beginNew = (): void =>
    changeBook('a new plan', (book) => withPlan(withCopy(book), emptyPlan(fingerprint)));
  return (
    <Dialog.Root open={plan.fingerprint !== fingerprint}>
      <DialogFrame
        title="This plan was made for a different file"
        description={`The file of this job is not the one the plan was made for, so its ${plural(allSwaps(plan).length, 'swap')} may come at the wrong layers.`}
      >
        <div className="flex flex-wrap gap-3">
          <Button kind="primary" onClick={beginNew}>
            Start new plan
          </Button>
          <Button
            onClick={() =>
              changePlan('plan of another file', (old) => ({
                ...old,
                fingerprint,
                parts: mapParts(old.parts, (part) => ({
                  ...part,
                  swaps: part.swaps.filter(({ layer }) => layer <= layerCount),
                })),
                takenOut: [],
                ignoredSteps: [],
              }))
            }
          >
            Keep layer numbers, check each swap
          </Button>
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}
