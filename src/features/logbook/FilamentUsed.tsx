'use client';

import { goOn } from '@/browser/goOn';
import { useEffect } from 'react';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/form/NumberField';
import { formatGrams } from '@/core/format';
import { takenFilament } from '@/core/log/taken';
import type { SeenRun } from '@/core/run/following/runState';
import type { Run } from '@/store/records/records';
import { shelf, useShelf } from '@/store/shelf';
import { editLog } from './editLog';
import { takeOffSpools } from './takeOffSpools';

/** What a print has used of each filament, corrected by weighing, and taken off the spools once. */
export function FilamentUsed({ run, seen }: { run: Run; seen: SeenRun }) {
  const { runPlan, log } = run;
  const spools = useShelf(({ records }) => records) ?? [];
  useEffect(() => {
    shelf.load().catch(() => {
      // Without a shelf nothing is taken off it.
    });
  }, []);
  const used = takenFilament(runPlan, seen, log);
  const filaments = new Map(runPlan.bands.map(({ filament }) => [filament.letter, filament]));
  const known = used.filter(({ spoolId }) => spools.some(({ id }) => id === spoolId));
  const weigh = (letter: string, grams: number | null): void => {
    goOn(
      editLog(run.id, (now) => {
        const others = now.weighed.filter((one) => one.letter !== letter);
        return { ...now, weighed: grams === null ? others : [...others, { letter, grams }] };
      }),
    );
  };
  return (
    <>
      <h2 id="used-title" className="text-lg font-semibold">
        Filament used
      </h2>
      <p className="text-sm text-muted">
        Printed and purged, as planned. Enter the weighed value where it differs.
      </p>
      <ul className="grid gap-1 pt-2">
        {used.map(({ letter, grams, isWeighed }) => (
          <li key={letter}>
            <NumberField
              label={`${letter} ${filaments.get(letter)?.name ?? ''}`}
              unit="g"
              max={20_000}
              empty={grams.toFixed(1)}
              value={isWeighed ? grams : null}
              onChange={(value) => weigh(letter, value)}
            />
          </li>
        ))}
      </ul>
      {log.taken.length > 0 ? (
        <p className="pt-2 text-sm">
          {formatGrams(log.taken.reduce((sum, { grams }) => sum + grams, 0))} deducted from the
          spools.
        </p>
      ) : (
        <Button
          className="mt-2 min-h-11 w-full"
          disabled={known.length === 0}
          onClick={() => takeOffSpools(run, known)}
        >
          Deduct from spools
        </Button>
      )}
      {known.length === 0 && log.taken.length === 0 && (
        <p className="pt-1 text-sm text-muted">This print uses no spools from the shelf.</p>
      )}
    </>
  );
}
