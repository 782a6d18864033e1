'use client';

import { useState, type MouseEvent } from 'react';
import { Button } from '@/components/Button';
import { Swatch } from '@/components/Swatch';
import { bandSeenAt } from '@/core/run/runPicture';
import { RATINGS } from '@/core/log/seams';
import { seenIn } from '@/core/run/following/follow';
import { withSeam } from '@/core/log/runLog';
import { RunPictureCanvas } from '@/base/pictures/RunPictureCanvas';
import type { Run } from '@/store/records/records';
import { editLog } from './editLog';
import { RATING_WORDS } from '@/base/prints/outcomeWords';

/** The seams of a print, rated by tapping on the core or on the picture from above. */
export function Seams({ run }: { run: Run }) {
  const { runPlan, picture, log } = run;
  const { bands, swaps } = runPlan;
  const [chosen, setChosen] = useState(0);
  const pick = ({ nativeEvent, currentTarget }: MouseEvent<HTMLElement>): void => {
    const box = currentTarget.querySelector('canvas')?.getBoundingClientRect();
    if (!picture || !box) return;
    const x = (nativeEvent.clientX - box.left) / box.width;
    const y = (nativeEvent.clientY - box.top) / box.height;
    const band = bandSeenAt(picture, runPlan, x, y);
    // What is seen of a band came after the swap below it.
    if (band !== null && band > 0) setChosen(band - 1);
  };
  const seen = seenIn(runPlan, run.events);
  const done = seen.swaps.findLast(({ swap }) => swap === chosen);
  const [from, to] = [done?.from ?? chosen, done?.to ?? chosen + 1].map(
    (place) => bands[place].filament,
  );
  return (
    <>
      <h2 id="seams-title" className="text-lg font-semibold">
        The seams
      </h2>
      <p className="text-sm text-muted">
        Tap a seam of the core or a colour in the picture, then rate it.
      </p>
      <div className="grid gap-4 pt-3 sm:grid-cols-[16rem_1fr]">
        <Core run={run} neverDone={seen.neverDone} chosen={chosen} onChosen={setChosen} />
        <div className="grid content-start gap-3">
          {picture && (
            <button
              type="button"
              aria-label="Picture from above: tap the colour of a seam"
              tabIndex={-1}
              onClick={pick}
              className="grid max-h-56 w-fit cursor-crosshair"
            >
              <RunPictureCanvas picture={picture} runPlan={runPlan} />
            </button>
          )}
          <div>
            <p className="pb-2">
              <strong>
                Swap {chosen + 1}: {from.letter} {from.name} to {to.letter} {to.name}
              </strong>
              {seen.neverDone.includes(chosen)
                ? ' was missed: there is no seam.'
                : `, ${Math.round(swaps[chosen].purgeMm)} mm purged`}
            </p>
            <div className={seen.neverDone.includes(chosen) ? 'hidden' : 'flex flex-wrap gap-2'}>
              {RATINGS.map((rating) => {
                const isOn = log.seams[chosen] === rating;
                return (
                  <Button
                    key={rating}
                    kind={isOn ? 'primary' : 'plain'}
                    aria-pressed={isOn}
                    className="min-h-11"
                    onClick={() =>
                      editLog(run.id, (now) => withSeam(now, chosen, isOn ? null : rating))
                    }
                  >
                    {RATING_WORDS[rating]}
                  </Button>
                );
              })}
            </div>
          </div>
        </div>
      </div>
    </>
  );
}

interface CoreProps {
  readonly run: Run;
  readonly neverDone: readonly number[];
  readonly chosen: number;
  readonly onChosen: (swap: number) => void;
}

/** The colours from the bed up, with a seam between each two. */
function Core({ run, neverDone, chosen, onChosen }: CoreProps) {
  const { log } = run;
  const { bands, swaps } = run.runPlan;
  return (
    <ol aria-label="Core, from the bed up" className="flex flex-col-reverse justify-end">
      {bands.map(({ filament }, i) => (
        <li key={i} className="flex flex-col-reverse">
          {i > 0 && (
            <button
              type="button"
              aria-pressed={chosen === i - 1}
              onClick={() => onChosen(i - 1)}
              className={`flex min-h-9 items-center gap-2 border-x-2 px-2 text-left text-sm ${
                chosen === i - 1
                  ? 'border-accent bg-accent-soft font-semibold'
                  : 'border-transparent hover:bg-sunk'
              }`}
            >
              Before layer {swaps[i - 1].layer}:{' '}
              {neverDone.includes(i - 1)
                ? 'missed'
                : log.seams[i - 1]
                  ? RATING_WORDS[log.seams[i - 1]!]
                  : 'not rated'}
            </button>
          )}
          <span
            className="flex items-center gap-2 rounded border border-edge px-2 py-1"
            style={{ backgroundColor: filament.colour }}
          >
            <Swatch filament={filament} size={22} />
          </span>
        </li>
      ))}
    </ol>
  );
}
