'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Select } from '@/components/controls/Select';
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
      <div className="grid gap-1">
        <span aria-hidden>It has been printing</span>
        <Select
          label="It has been printing"
          value={after}
          options={[
            { value: '', words: 'since its start' },
            ...runPlan.swaps.map((_, i) => {
              const { letter, name } = runPlan.bands[i + 1].filament;
              return { value: String(i), words: `since swap ${i + 1}, ${letter} ${name}` };
            }),
          ]}
          onChange={setAfter}
          className="min-h-11"
        />
      </div>
      <label className="grid gap-1">
        That was
        <input
          type="datetime-local"
          value={since}
          onChange={({ target }) => setSince(target.value)}
          className={FIELD}
        />
      </label>
      <Button
        disabled={!(at <= now)}
        className="min-h-11"
        onClick={() => onJoin(after === '' ? {} : { after: Number(after) }, at)}
      >
        It has printed since then
      </Button>
      {runPlan.layerStarts !== null && (
        <>
          <label className="grid gap-1">
            Or: the layer it prints now, counted from 1
            <input
              inputMode="numeric"
              value={layer}
              onChange={({ target }) => setLayer(target.value)}
              className={FIELD}
            />
          </label>
          <Button
            disabled={!isLayer}
            className="min-h-11"
            onClick={() => onJoin({ layer: number }, Date.now())}
          >
            It prints this layer
          </Button>
        </>
      )}
    </div>
  );
}
