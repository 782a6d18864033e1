'use client';

import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { Segments } from '@/components/controls/Segments';
import { optionsOf } from '@/components/controls/Select';
import { NumberInput } from '@/components/form/fields';
import type { Warning } from '@/core/recipe/recipe';
import type { RecipeValues } from './recipeForm';

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
          Alert me before
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
      {warnings.length === 0 && <p className="text-sm text-muted">No beeps before the swap.</p>}
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
const UNIT_WORDS: Readonly<Record<Unit, string>> = { layers: 'layers', minutes: 'minutes' };

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
  const at = number - 1;
  return (
    <div className="flex items-start gap-1">
      <div className="flex-1">
        <Segments
          label={`Warning ${number} is counted in`}
          value={unit}
          options={optionsOf(UNIT_WORDS)}
          onChange={(next) =>
            onChange(
              next === 'layers'
                ? { layersAhead: Math.max(1, Math.round(ahead)), tones }
                : { minutesAhead: ahead, tones },
            )
          }
        />
        <NumberInput<RecipeValues>
          key={unit}
          field={unit === 'layers' ? `warnings.${at}.layersAhead` : `warnings.${at}.minutesAhead`}
          label={`Warning ${number}: ${unit} ahead`}
          unit={unit === 'layers' ? 'layers' : 'min'}
        />
        <NumberInput<RecipeValues>
          field={`warnings.${at}.tones`}
          label={`Warning ${number}: beeps`}
          unit="times"
        />
      </div>
      <Button kind="quiet" aria-label={`Remove warning ${number}`} onClick={onRemove}>
        <X aria-hidden size={15} />
      </Button>
    </div>
  );
}
