'use client';

import { lightFormat } from 'date-fns';
import { useState } from 'react';
import { Button } from '@/components/Button';
import type { RunPlan } from '@/core/run/runPlan';

interface JoinRunningProps {
  readonly runPlan: RunPlan;
  readonly now: number;
  readonly onJoin: (since: { layer?: number; after?: number }, at: number) => void;
}

/** For a print that runs already: since when it does, or since which swap, or at which layer it is. */
export function JoinRunning({ runPlan, now, onJoin }: JoinRunningProps) {
  const [since, setSince] = useState(() => lightFormat(now, "yyyy-MM-dd'T'HH:mm"));
  const [after, setAfter] = useState('');
  const [layer, setLayer] = useState('');
  const last = runPlan.bands[runPlan.bands.length - 1].last;
  const number = Number(layer);
  const isLayer = Number.isInteger(number) && number >= 1 && number <= last;
  const at = new Date(since).getTime();
  return (
    <div className="mt-3 grid gap-3 border-t border-line pt-3 text-sm">
      <label className="grid gap-1">
        It runs
        <select
          value={after}
          onChange={({ target }) => setAfter(target.value)}
          className="rounded border border-edge bg-paper px-2 py-2"
        >
          <option value="">since its start</option>
          {runPlan.swaps.map((_, i) => (
            <option key={i} value={i}>
              since swap {i + 1}, {runPlan.bands[i + 1].filament.letter}{' '}
              {runPlan.bands[i + 1].filament.name}
            </option>
          ))}
        </select>
      </label>
      <label className="grid gap-1">
        That was
        <input
          type="datetime-local"
          value={since}
          onChange={({ target }) => setSince(target.value)}
          className="rounded border border-edge bg-paper px-2 py-2"
        />
      </label>
      <Button
        disabled={!(at <= now)}
        className="min-h-11"
        onClick={() => onJoin(after === '' ? {} : { after: Number(after) }, at)}
      >
        It prints since then
      </Button>
      {runPlan.layerStarts !== null && (
        <>
          <label className="grid gap-1">
            Or it prints this layer now, counted from 1
            <input
              inputMode="numeric"
              value={layer}
              onChange={({ target }) => setLayer(target.value)}
              className="rounded border border-edge bg-paper px-2 py-2"
            />
          </label>
          <Button
            disabled={!isLayer}
            className="min-h-11"
            onClick={() => onJoin({ layer: number }, Date.now())}
          >
            It is at this layer
          </Button>
        </>
      )}
    </div>
  );
}
