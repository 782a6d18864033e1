'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Disclosure } from '@/components/controls/Disclosure';
import { useState } from 'react';
import { Button } from '@/components/Button';
import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { Swatch } from '@/components/Swatch';
import type { Told } from '@/store/prints/runs';

interface OtherTapsProps {
  readonly runPlan: RunPlan;
  readonly state: RunState;
  readonly onTell: (told: Told) => void;
}

/** What does not happen in every print: notes, another filament, a failure, an end before the end. */
export function OtherTaps({ runPlan, state, onTell }: OtherTapsProps) {
  const [text, setText] = useState('');
  const words = text.trim();
  return (
    <Disclosure
      className="rounded-lg border border-line bg-panel px-4 py-2"
      title="More: a note, another filament, print failed or cancelled"
    >
      <label className="grid gap-1 pt-1 text-sm">
        Note
        <textarea
          value={text}
          maxLength={400}
          rows={2}
          onChange={({ target }) => setText(target.value)}
          className={FIELD}
        />
      </label>
      <div className="flex flex-wrap gap-2 py-2">
        <Button
          className="min-h-11"
          disabled={words === ''}
          onClick={() => {
            onTell({ kind: 'note', text: words });
            setText('');
          }}
        >
          Add note
        </Button>
        <Button className="min-h-11" onClick={() => onTell({ kind: 'failed', what: words })}>
          Print failed
        </Button>
        <Button className="min-h-11" onClick={() => onTell({ kind: 'ended' })}>
          Print cancelled
        </Button>
        {state.upcoming.length > 0 && (
          <Button className="min-h-11" onClick={() => onTell({ kind: 'finished' })}>
            Print is done already
          </Button>
        )}
      </div>
      <LoadedTaps runPlan={runPlan} state={state} onTell={onTell} />
    </Disclosure>
  );
}

/** Says which filament is in the nozzle, or goes in now, where it is not the planned one. */
function LoadedTaps({ runPlan: { bands }, state, onTell }: OtherTapsProps) {
  const all = [...new Map(bands.map(({ filament }) => [filament.letter, filament])).values()];
  if (all.length < 2) return null;
  return (
    <fieldset className="border-t border-line pt-2 pb-1">
      <legend className="float-left w-full text-sm">
        {state.target === null ? 'In the nozzle now' : 'Loaded at this swap'}
      </legend>
      <div className="clear-both flex flex-wrap gap-2 pt-1">
        {all.map((filament) => (
          <Button
            key={filament.letter}
            className="min-h-11 max-w-full"
            aria-pressed={bands[state.target ?? state.loaded].filament.letter === filament.letter}
            onClick={() => onTell({ kind: 'loaded', letter: filament.letter })}
          >
            <Swatch filament={filament} size={24} />
            <span className="min-w-0 text-left wrap-anywhere">
              {filament.letter} {filament.name}
            </span>
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
