'use client';

import type { ReactNode } from 'react';
import { useTyped } from '@/browser/useTyped';

interface NumberFieldProps {
  readonly label: ReactNode;
  /** Read instead of `label` where that is not words enough. */
  readonly name?: string;
  readonly unit: string;
  /** null for an empty field. */
  readonly value: number | null;
  /** What an empty field means, shown in it; an empty field is not taken without it. */
  readonly empty?: string;
  readonly min?: number;
  readonly max?: number;
  readonly onChange: (value: number | null) => void;
}

/** A number with its unit. It is taken as it is typed; one that cannot be is marked, and left alone. */
export function NumberField({
  label,
  name,
  unit,
  value,
  empty,
  min = 0,
  max = 10_000,
  onChange,
}: NumberFieldProps) {
  const wrong = (number: number | null | undefined): boolean =>
    number === undefined ||
    (number === null && empty === undefined) ||
    (number !== null && (number < min || number > max));
  const kept = value === null ? '' : String(value);
  const { text, onType, onLeave, onGiveUp } = useTyped(kept, (typed) => {
    const number = numberOf(typed);
    if (number !== undefined && !wrong(number) && number !== value) onChange(number);
  });
  const isWrong = text !== kept && wrong(numberOf(text));
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span className="min-w-0 flex-1">{label}</span>
      <input
        inputMode="decimal"
        aria-label={name}
        aria-invalid={isWrong || undefined}
        value={text}
        placeholder={empty}
        title={isWrong ? `A number from ${min} to ${max}` : undefined}
        className="w-20 rounded-md border border-edge bg-paper px-2 py-1 text-right placeholder:text-muted aria-invalid:border-danger aria-invalid:text-danger"
        onChange={(event) => onType(event.target.value)}
        onBlur={onLeave}
        onKeyDown={(event) => {
          if (event.key === 'Enter') onLeave();
          if (event.key === 'Escape') onGiveUp();
        }}
      />
      <span className="w-9 text-sm text-muted">{unit}</span>
    </label>
  );
}

/** The number typed; null for nothing, undefined for what is no number. */
function numberOf(text: string): number | null | undefined {
  const trimmed = text.trim().replace(',', '.');
  if (trimmed === '') return null;
  const number = Number(trimmed);
  return Number.isFinite(number) ? number : undefined;
}
