'use client';

import { Check, ChevronDown } from 'lucide-react';
import { Select as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { overlays } from '@/browser/overlays';
import { MENU, MENU_ITEM } from '../menuLook';

export interface Option<T extends string> {
  readonly value: T;
  readonly words: string;
}

interface SelectProps<T extends string> {
  /** Read out as the name of the field. */
  readonly label: string;
  readonly value: T;
  readonly options: readonly Option<T>[];
  readonly onChange: (value: T) => void;
  readonly className?: string;
}

/** The primitive takes no empty value, and "nothing chosen" is one of ours. */
const encoded = (value: string): string => `=${value}`;

/** One of a list. The field is as wide as its longest entry, so that it does not jump. */
export function Select<T extends string>({
  label,
  value,
  options,
  onChange,
  className = '',
}: SelectProps<T>) {
  const longest = options.reduce(
    (long, { words }) => (words.length > long.length ? words : long),
    '',
  );
  return (
    <Radix.Root value={encoded(value)} onValueChange={(next) => onChange(next.slice(1) as T)}>
      <Radix.Trigger
        aria-label={label}
        className={`inline-flex min-h-8 items-center gap-2 rounded-md border border-edge bg-paper px-2 py-1 text-left hover:bg-panel ${className}`}
      >
        <span className="min-w-0 flex-1">
          <span className="block truncate">
            <Radix.Value />
          </span>
          <span aria-hidden className="invisible block h-0 overflow-hidden whitespace-nowrap">
            {longest}
          </span>
        </span>
        <Radix.Icon className="shrink-0">
          <ChevronDown aria-hidden size={16} />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal container={overlays()}>
        <Radix.Content
          position="popper"
          sideOffset={4}
          collisionPadding={8}
          className={`${MENU} z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] overflow-hidden`}
          style={{ minWidth: 'var(--radix-select-trigger-width)' }}
        >
          <Radix.Viewport>
            {options.map((option) => (
              <Radix.Item
                key={option.value}
                value={encoded(option.value)}
                className={`${MENU_ITEM} min-h-9 pr-8 data-[state=checked]:font-medium`}
              >
                <Radix.ItemText>{option.words}</Radix.ItemText>
                <Radix.ItemIndicator className="ml-auto">
                  <Check aria-hidden size={16} />
                </Radix.ItemIndicator>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

interface SelectFieldProps<T extends string> extends SelectProps<T> {
  /** Shown instead of `label` where words are not enough. */
  readonly shown?: ReactNode;
}

/** A select behind its label. */
export function SelectField<T extends string>({ shown, ...select }: SelectFieldProps<T>) {
  return (
    <div className="flex min-h-8 items-center gap-2 py-0.5">
      <span aria-hidden className="min-w-0 flex-1">
        {shown ?? select.label}
      </span>
      <Select {...select} />
    </div>
  );
}

/** Options of a table of words. */
export function optionsOf<T extends string>(words: Readonly<Record<T, string>>): Option<T>[] {
  return (Object.keys(words) as T[]).map((value) => ({ value, words: words[value] }));
}
