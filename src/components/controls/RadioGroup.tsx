'use client';

import { RadioGroup as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Choice<T extends string> {
  readonly value: T;
  readonly words: ReactNode;
  /** Read out as its name where `words` say more than that. */
  readonly name?: string;
  readonly disabled?: boolean;
}

interface RadioGroupProps<T extends string> {
  readonly label: string;
  /** null when nothing is chosen yet. */
  readonly value: T | null;
  readonly choices: readonly Choice<T>[];
  readonly onChange: (value: T) => void;
  /** Beside each other, below each other, or each in a frame. */
  readonly look?: 'row' | 'list' | 'cards';
  readonly className?: string;
}

const GROUP = {
  row: 'flex flex-wrap gap-x-4',
  list: 'grid gap-0.5',
  cards: 'grid gap-1.5',
} as const;
const ITEM = {
  row: 'flex min-h-8 items-center gap-1.5',
  list: 'flex min-h-8 items-start gap-2 py-1',
  cards:
    'flex items-start gap-2 rounded-md border border-line bg-paper p-2 has-data-[state=checked]:border-accent has-data-[state=checked]:bg-accent-soft',
} as const;

/** One of a few, all of them in sight. */
export function RadioGroup<T extends string>({
  label,
  value,
  choices,
  onChange,
  look = 'list',
  className = '',
}: RadioGroupProps<T>) {
  return (
    <Radix.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => onChange(next as T)}
      className={`${GROUP[look]} ${className}`}
    >
      {choices.map((choice) => (
        <label key={choice.value} className={ITEM[look]}>
          <Radix.Item
            value={choice.value}
            aria-label={choice.name}
            disabled={choice.disabled}
            className={`group -m-0.75 grid size-6 shrink-0 place-items-center rounded-full disabled:opacity-50 ${look === 'row' ? '' : 'mt-[-0.0625rem]'}`}
          >
            <span className="grid size-4.5 place-items-center rounded-full border border-edge bg-paper group-data-[state=checked]:border-accent">
              <Radix.Indicator className="block size-2.5 rounded-full bg-accent forced-colors:bg-[Highlight]" />
            </span>
          </Radix.Item>
          <span className={`min-w-0 ${choice.disabled ? 'text-muted' : ''}`}>{choice.words}</span>
        </label>
      ))}
    </Radix.Root>
  );
}
