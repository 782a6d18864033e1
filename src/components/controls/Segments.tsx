'use client';

import { ToggleGroup } from 'radix-ui';

interface SegmentsProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly words: string }[];
  readonly onChange: (value: T) => void;
}

/** One of a few views, each a word in a row. */
export function Segments<T extends string>({ label, value, options, onChange }: SegmentsProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // One of them is always chosen: pressing it again changes nothing.
      onValueChange={(next) => next !== '' && onChange(next as T)}
      className="flex flex-wrap gap-0.5"
    >
      {options.map((one) => (
        <ToggleGroup.Item
          key={one.value}
          value={one.value}
          className="min-h-7 rounded-md px-2 py-1 text-sm font-medium text-muted hover:bg-sunk data-[state=on]:bg-accent-soft data-[state=on]:text-ink"
        >
          {one.words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
