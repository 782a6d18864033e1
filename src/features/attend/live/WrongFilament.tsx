'use client';

import { useMemo } from 'react';
import { Button } from '@/components/Button';
import type { RunState } from '@/core/run/following/runState';
import type { Run } from '@/store/records/records';
import type { Told } from '@/store/prints/runs';
import { RunPictureCanvas } from '@/base/pictures/RunPictureCanvas';

interface WrongFilamentProps {
  readonly run: Run;
  readonly state: RunState;
  readonly onTell: (told: Told) => void;
}

/** Another filament prints than is planned: what the print would look like, swapped now or never. */
export function WrongFilament({ run, state, onTell }: WrongFilamentProps) {
  const { runPlan, picture } = run;
  const [old, wanted] = [state.loaded, state.band].map((place) => runPlan.bands[place].filament);
  const layer = runPlan.bands[state.band].first;
  const at = state.layer;
  const swappedNow = useMemo(() => {
    if (at === null || picture === null) return null;
    // What is printed of the swap's layers by now has come out in the old filament.
    const letters = picture.letters.map((letter, i) =>
      i + 1 >= layer && i + 1 <= at ? old.letter : letter,
    );
    return { ...picture, letters };
  }, [picture, layer, at, old.letter]);
  return (
    <section
      aria-labelledby="missed-title"
      className="rounded-lg border-2 border-danger bg-panel p-4"
    >
      <h2 id="missed-title" className="text-lg font-semibold">
        {state.missed.includes(state.band - 1)
          ? `The stop at layer ${layer} was missed`
          : `Different filament since layer ${layer}`}
      </h2>
      <p className="pt-1 wrap-anywhere">
        {at === null ? 'It' : `It is at about layer ${at} now, and`} prints {old.letter} {old.name}{' '}
        instead of {wanted.letter} {wanted.name}.
        {state.band > 0 && ' Press pause on the printer to swap.'}
      </p>
      {picture && swappedNow && (
        <div className="grid grid-cols-2 gap-3 py-3">
          <figure>
            <div className="grid h-36 grid-rows-[100%] place-items-center">
              <RunPictureCanvas picture={picture} runPlan={runPlan} />
            </div>
            <figcaption className="pt-1 text-sm">As planned, from above</figcaption>
          </figure>
          <figure>
            <div className="grid h-36 grid-rows-[100%] place-items-center">
              <RunPictureCanvas picture={swappedNow} runPlan={runPlan} />
            </div>
            <figcaption className="pt-1 text-sm">
              Swapped now: {at! - layer > 0 ? `${at! - layer + 1} layers` : 'one layer'} of{' '}
              {wanted.name} come out in {old.name}
            </figcaption>
          </figure>
        </div>
      )}
      <p className="pb-3 text-sm">
        If the pictures look alike, swap and continue. If letters or edges are missing, cancel and
        start again.
      </p>
      {state.band > 0 && (
        <Button
          kind="primary"
          className="min-h-14 w-full text-lg"
          onClick={() => onTell({ kind: 'stopped', how: 'late' })}
        >
          Paused: swap now
        </Button>
      )}
    </section>
  );
}
