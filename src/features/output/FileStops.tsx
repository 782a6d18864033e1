'use client';

import { lineWords } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';
import { isBeforeLayer, type FoundStop } from '@/core/gcode/stops';
import { swapsOf } from '@/core/plan/arrangement';
import { answerStop } from '@/store/plans/planStore';
import { Button } from '@/components/Button';

/** Stops that the file has itself, and what becomes of each, so that none stops the printer twice. */
export function FileStops() {
  const { plan, reading, arrangement } = useSlicedJob();
  if (reading.stops.length === 0) return null;
  const swaps = swapsOf(reading, arrangement);
  const doubles = (stop: FoundStop): boolean =>
    isBeforeLayer(stop) && swaps.some(({ layer }) => layer === stop.layer);
  return (
    <section aria-labelledby="file-stops-title" className="pt-5">
      <h2 id="file-stops-title" className="text-base font-semibold">
        Stops in the file itself
      </h2>
      <ul className="grid gap-1 text-sm">
        {reading.stops.map((stop) => {
          const isGone = plan.takenOut.includes(stop.line);
          return (
            <li key={stop.line} className="flex flex-wrap items-center gap-x-2">
              <code className="font-mono font-semibold">{stop.command}</code>
              <span>{lineWords(reading, stop.line)}</span>
              <span className="text-muted">
                {isGone
                  ? 'will be removed'
                  : doubles(stop)
                    ? 'stays: with your swap, the printer stops twice before this layer'
                    : stop.place === 'inside'
                      ? `stays, inside layer ${stop.layer}`
                      : 'stays, and stops the printer as well'}
              </span>
              {!isGone && (
                <Button kind="quiet" onClick={() => answerStop(stop, 'remove')}>
                  Remove stop
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
