import { StopQuestion } from '@/base/prints/StopQuestion';
import { changePlan } from '@/store/plans/planStore';
import { useOwnPrinter } from '@/store/settings/settings';

/** The question of the first visit above a job of one's own, until it is answered. */
export function StopStrip() {
  const isAsked = useOwnPrinter((state) => state.isAsked);
  if (isAsked) return null;
  return (
    <div className="border-b border-line bg-sunk px-4 py-1">
      <StopQuestion
        onPrinter={(printerId) =>
          changePlan('choice of My printer', (plan) => ({ ...plan, printerId, recipe: null }))
        }
      />
    </div>
  );
}
