'use client';

import { useJob } from '@/features/job/jobContext';
import { stopsToTakeOut } from '@/core/output/insert';
import { orderOf } from '@/core/plan/order';
import { answerStop } from '@/store/planStore';
import { Button } from '@/components/Button';

/** Stops that the file has itself, and what becomes of each, so that none stops the printer twice. */
export function FileStops() {
  const { plan, reading, printer } = useJob();
  if (reading.stops.length === 0) return null;
  const gone = stopsToTakeOut(reading, orderOf(plan, reading, printer));
  return (
    <section aria-labelledby="file-stops-title" className="pt-5">
      <h2 id="file-stops-title" className="text-base font-semibold">
        Stops in the file itself
      </h2>
      <ul className="grid gap-1 text-sm">
        {reading.stops.map((stop) => {
          const asked = plan.takenOut.includes(stop.line);
          const isGone = gone.includes(stop);
          return (
            <li key={stop.line} className="flex flex-wrap items-center gap-x-2">
              <code className="font-mono font-semibold">{stop.command}</code>
              <span>line {stop.line}</span>
              <span className="text-muted">
                {isGone
                  ? asked
                    ? 'is taken out'
                    : 'is taken out: your swap stands at this layer'
                  : 'stays, and stops the printer as well'}
              </span>
              {!isGone && (
                <Button kind="quiet" onClick={() => answerStop(stop, 'remove')}>
                  Take it out
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
