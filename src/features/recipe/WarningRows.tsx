'use client';

import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import type { Warning } from '@/core/recipe/recipe';

interface WarningRowsProps {
  readonly warnings: readonly Warning[];
  readonly onChange: (warnings: readonly Warning[]) => void;
}

/** Beeps some layers before each swap, so that there is time to come. */
export function WarningRows({ warnings, onChange }: WarningRowsProps) {
  const change = (at: number, part: Partial<Warning>): void =>
    onChange(warnings.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <section aria-labelledby="warnings-title" className="pt-4">
      <div className="flex items-center justify-between gap-2">
        <h3 id="warnings-title" className="font-semibold">
          Call me before
        </h3>
        {warnings.length < 6 && (
          <Button
            kind="quiet"
            onClick={() => onChange([...warnings, { layersAhead: warnings.length + 1, tones: 2 }])}
          >
            <Plus aria-hidden size={16} /> Warning
          </Button>
        )}
      </div>
      {warnings.length === 0 && (
        <p className="text-sm text-muted">No beeps before the swap itself.</p>
      )}
      {warnings.map(({ layersAhead, tones }, i) => (
        <div key={i} className="flex items-start gap-1">
          <div className="flex-1">
            <NumberField
              label={`Warning ${i + 1}: layers ahead`}
              unit="layers"
              min={1}
              max={500}
              value={layersAhead}
              onChange={(value) => value !== null && change(i, { layersAhead: Math.round(value) })}
            />
            <NumberField
              label={`Warning ${i + 1}: beeps`}
              unit="times"
              min={1}
              max={20}
              value={tones}
              onChange={(value) => value !== null && change(i, { tones: Math.round(value) })}
            />
          </div>
          <Button
            kind="quiet"
            aria-label={`Remove warning ${i + 1}`}
            onClick={() => onChange(warnings.filter((_, at) => at !== i))}
          >
            <X aria-hidden size={15} />
          </Button>
        </div>
      ))}
    </section>
  );
}
