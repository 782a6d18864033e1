'use client';

import { swapPlace } from '@/core/describeLayer';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Swatch } from '@/components/Swatch';
import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { tapDoubt } from '@/core/run/following/tapDoubt';
import type { Told } from '@/store/prints/runs';
import { FilamentName } from '../BandRow';
import { useTapFocus } from './tapFocus';
import { TapQuestion } from './TapQuestion';
import { clockOf, inWords, spreadWords } from '../words';

interface NextSwapProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly now: number;
  /** The moment of a tap, which the second on the page may be behind. */
  readonly momentNow: () => number;
  readonly onTell: (told: Told) => void;
}

/** What prints now, and the next swap as large as it goes. */
export function NextSwap({ runPlan, state, now, momentNow, onTell }: NextSwapProps) {
  const { bands } = runPlan;
  const next = state.upcoming.at(0);
  const [asked, setAsked] = useState<Told | null>(null);
  const heading = useTapFocus();
  const tell = (told: Told): void => {
    if (tapDoubt(state, told, momentNow()) === null) onTell(told);
    else setAsked(told);
  };
  return (
    <section aria-labelledby="next-title" className="rounded-lg border border-line bg-panel p-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-3 text-sm">
        <span className="text-muted">Printing</span>
        <FilamentName band={bands[state.loaded]} size={24} />
        {state.layer !== null && (
          <span className="text-muted">
            about layer {state.layer} of {bands[bands.length - 1].last}
          </span>
        )}
      </div>
      {next ? (
        <>
          <h2
            id="next-title"
            ref={heading}
            tabIndex={-1}
            className="text-sm font-semibold text-muted"
          >
            Next: swap {next.swap + 1} of {runPlan.swaps.length}
          </h2>
          <Due runPlan={runPlan} next={next} now={now} />
          <Button
            kind="primary"
            className="min-h-16 w-full text-xl"
            onClick={() => tell({ kind: 'stopped', how: 'planned' })}
          >
            Printer has stopped
          </Button>
        </>
      ) : (
        <LastBand
          end={state.end}
          now={now}
          heading={heading}
          onDone={() => tell({ kind: 'finished' })}
        />
      )}
      {asked && (
        <TapQuestion
          told={asked}
          state={state}
          now={now}
          onAnswer={(isSo) => {
            setAsked(null);
            if (isSo) onTell(asked);
          }}
        />
      )}
      <div className="grid grid-cols-2 gap-2 pt-2 sm:grid-cols-3">
        {next && (
          <>
            <Button className="min-h-12" onClick={() => tell({ kind: 'missed' })}>
              Stop was missed
            </Button>
            <Button className="min-h-12" onClick={() => tell({ kind: 'stopped', how: 'early' })}>
              Paused early
            </Button>
          </>
        )}
        <Button className="min-h-12 max-sm:col-span-2" onClick={() => tell({ kind: 'paused' })}>
          Paused without a swap
        </Button>
      </div>
    </section>
  );
}

interface DueProps extends Pick<NextSwapProps, 'runPlan' | 'now'> {
  readonly next: NextSwapProps['state']['upcoming'][number];
}

/** The filament of the next swap, and when it is due. */
function Due({ runPlan: { bands, swaps }, next, now }: DueProps) {
  const { filament } = bands[next.swap + 1];
  const { layer, inside } = swaps[next.swap];
  return (
    <div className="flex items-center gap-4 py-3">
      <Swatch filament={filament} size={88} />
      <div className="min-w-0">
        <p className="text-2xl leading-tight font-bold wrap-anywhere">
          {filament.letter} {filament.name}
        </p>
        <p className="text-3xl leading-tight font-bold tabular-nums" data-testid="countdown">
          {inWords(next.at, now)}
        </p>
        <p className="text-lg text-muted tabular-nums">
          {clockOf(next.at, now)} {spreadWords(next.spread)} · {swapPlace({ layer, inside })}
        </p>
      </div>
    </div>
  );
}

interface LastBandProps {
  readonly end: NextSwapProps['state']['end'];
  readonly now: number;
  readonly heading: ReturnType<typeof useTapFocus>;
  readonly onDone: () => void;
}

/** Nothing is to be done any more but to hear that it is done. */
function LastBand({ end, now, heading, onDone }: LastBandProps) {
  return (
    <>
      <h2 id="next-title" ref={heading} tabIndex={-1} className="text-2xl font-bold">
        No swaps left
      </h2>
      {end && (
        <p className="pt-1 pb-3 text-lg text-muted">
          Done {inWords(end.at, now)}, {clockOf(end.at, now)} {spreadWords(end.spread)}. Let the
          part cool before you remove it.
        </p>
      )}
      <Button kind="primary" className="min-h-16 w-full text-xl" onClick={onDone}>
        Print is done
      </Button>
    </>
  );
}
