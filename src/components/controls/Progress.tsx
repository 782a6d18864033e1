'use client';

import { Progress as Radix } from 'radix-ui';

interface ProgressProps {
  readonly label: string;
  /** From 0 to 1. */
  readonly value: number;
  readonly className?: string;
}

/** How far something is. */
export function Progress({ label, value, className = '' }: ProgressProps) {
  return (
    <Radix.Root
      aria-label={label}
      max={1}
      value={value}
      className={`h-2 overflow-hidden rounded-full border border-edge bg-sunk ${className}`}
    >
      <Radix.Indicator
        className="h-full bg-accent forced-colors:bg-[Highlight]"
        style={{ width: `${100 * value}%` }}
      />
    </Radix.Root>
  );
}
