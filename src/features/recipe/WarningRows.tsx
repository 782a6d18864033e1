'use client';

import { Plus, X } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import type { Warning } from '@/core/recipe/recipe';

interface WarningRowsProps {
  readonly warnings: readonly Warning[];
  readonly onChange: (warnings: readonly Warning[]) => void;
}

/** Beeps some layers or minutes before each swap, so that there is time to come. */
export function WarningRows({ warnings, onChange }: WarningRowsProps) {
  const put = (at: number, warning: Warning): void =>
    onChange(warnings.map((one, i) => (i === at ? warning : one)));
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
      {warnings.map((warning, i) => (
        <WarningRow
          key={i}
          number={i + 1}
          warning={warning}
          onChange={(next) => put(i, next)}
          onRemove={() => onChange(warnings.filter((_, at) => at !== i))}
        />
      ))}
    </section>
  );
}

/** How far ahead a warning is counted. */
const UNITS = ['layers', 'minutes'] as const;
type Unit = (typeof UNITS)[number];

interface WarningRowProps {
  /** From 1. */
  readonly number: number;
  readonly warning: Warning;
  readonly onChange: (warning: Warning) => void;
  readonly onRemove: () => void;
}

function WarningRow({ number, warning, onChange, onRemove }: WarningRowProps) {
  const { tones } = warning;
  const unit: Unit = 'layersAhead' in warning ? 'layers' : 'minutes';
  const ahead = 'layersAhead' in warning ? warning.layersAhead : warning.minutesAhead;
  const set = (value: number, of: Unit): void =>
    onChange(
      of === 'layers'
        ? { layersAhead: Math.max(1, Math.round(value)), tones }
        : { minutesAhead: value, tones },
    );
  return (
    <div className="flex items-start gap-1">
      <div className="flex-1">
        <ToggleGroup.Root
          type="single"
          aria-label={`Warning ${number} is counted in`}
          value={unit}
          onValueChange={(next) => next !== '' && set(ahead, next as Unit)}
          className="mb-1 flex w-fit rounded-md border border-edge"
        >
          {UNITS.map((one) => (
            <ToggleGroup.Item
              key={one}
              value={one}
              className="min-h-6 rounded px-2 text-sm text-muted hover:text-ink data-[state=on]:bg-accent-soft data-[state=on]:text-ink"
            >
              {one}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        <NumberField
          label={`Warning ${number}: ${unit} ahead`}
          unit={unit === 'layers' ? 'layers' : 'min'}
          min={1}
          max={500}
          value={ahead}
          onChange={(value) => value !== null && set(value, unit)}
        />
        <NumberField
          label={`Warning ${number}: beeps`}
          unit="times"
          min={1}
          max={20}
          value={tones}
          onChange={(value) => value !== null && onChange({ ...warning, tones: Math.round(value) })}
        />
      </div>
      <Button kind="quiet" aria-label={`Remove warning ${number}`} onClick={onRemove}>
        <X aria-hidden size={15} />
      </Button>
    </div>
  );
}
