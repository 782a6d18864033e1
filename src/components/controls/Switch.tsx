'use client';

import { Switch as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface SwitchProps {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}

/** A setting that works at once, with its words. */
export function Switch({ checked, onChange, children }: SwitchProps) {
  return (
    <label className="flex min-h-8 items-center gap-2.5">
      <Radix.Root
        checked={checked}
        onCheckedChange={onChange}
        className="h-6 w-10 shrink-0 rounded-full border border-edge bg-sunk px-0.5 data-[state=checked]:border-accent data-[state=checked]:bg-accent forced-colors:data-[state=checked]:bg-[Highlight]"
      >
        <Radix.Thumb className="block size-4.5 rounded-full bg-edge transition-transform data-[state=checked]:translate-x-4 data-[state=checked]:bg-accent-ink forced-colors:bg-[ButtonText]" />
      </Radix.Root>
      <span className="min-w-0">{children}</span>
    </label>
  );
}
