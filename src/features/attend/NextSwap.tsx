'use client';

import { Button } from '@/components/Button';
import { Swatch } from '@/components/Swatch';
import type { RunState } from '@/core/run/follow';
import type { RunPlan } from '@/core/run/runPlan';
import type { Told } from '@/store/runs';
import { FilamentName } from './BandRow';
import { clockOf, inWords, spreadWords } from './words';

interface NextSwapProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
  readonly onTell: (told: Told) => void;
}

/** What prints now, and the next swap as large as it goes. */
export function NextSwap({ runPlan, state, now, onTell }: NextSwapProps) {
  const { bands, swaps } = runPlan;
  const [next] = state.upcoming;
  const loaded = bands[state.missed[0] ?? state.band];
  return (
    <section aria-labelledby="next-title" className="rounded-lg border border-line bg-panel p-4">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-3 text-sm">
        <span className="text-muted">Prints now</span>
        <FilamentName band={loaded} size={24} />
        {state.layer !== null && (
          <span className="text-muted">
            about layer {state.layer} of {bands[bands.length - 1].last}
          </span>
        )}
      </p>
      {next ? (
        <>
          <h2 id="next-title" className="text-sm font-semibold text-muted">
            Next: swap {next.swap + 1} of {swaps.length}
          </h2>
          <div className="flex items-center gap-4 py-3">
            <Swatch filament={bands[next.swap + 1].filament} size={88} />
            <div className="min-w-0">
              <p className="text-2xl leading-tight font-bold">
                {bands[next.swap + 1].filament.letter} {bands[next.swap + 1].filament.name}
              </p>
              <p className="text-3xl leading-tight font-bold tabular-nums" data-testid="countdown">
                {inWords(next.at, now)}
              </p>
              <p className="text-lg text-muted tabular-nums">
                {clockOf(next.at, now)} {spreadWords(next.spread)} · before layer{' '}
                {swaps[next.swap].layer}
              </p>
            </div>
          </div>
          <Button
            kind="primary"
            className="min-h-16 w-full text-xl"
            onClick={() => onTell({ kind: 'stopped', how: 'planned' })}
          >
            It has stopped
          </Button>
          <div className="grid grid-cols-2 gap-2 pt-2">
            <Button className="min-h-12" onClick={() => onTell({ kind: 'missed' })}>
              It did not stop
            </Button>
            <Button className="min-h-12" onClick={() => onTell({ kind: 'stopped', how: 'early' })}>
              I paused it early
            </Button>
          </div>
        </>
      ) : (
        <>
          <h2 id="next-title" className="text-2xl font-bold">
            No swap any more
          </h2>
          {state.end && (
            <p className="pt-1 pb-3 text-lg text-muted">
              Done {inWords(state.end.at, now)}, {clockOf(state.end.at, now)}{' '}
              {spreadWords(state.end.spread)}. Let the part cool before you pull it off.
            </p>
          )}
          <Button
            kind="primary"
            className="min-h-16 w-full text-xl"
            onClick={() => onTell({ kind: 'finished' })}
          >
            It is done
          </Button>
        </>
      )}
    </section>
  );
}
