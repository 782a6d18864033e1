'use client';

import { Check } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface CheckboxProps {
  readonly checked: boolean;
  readonly disabled?: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
  readonly className?: string;
}

/** A box to tick, with its words. */
export function Checkbox({ checked, disabled, onChange, children, className = '' }: CheckboxProps) {
  return (
    <label className={`flex min-h-8 items-center gap-2 ${className}`}>
      <Radix.Root
        checked={checked}
        disabled={disabled}
        onCheckedChange={(next) => onChange(next === true)}
        className="group -m-0.75 grid size-6 shrink-0 place-items-center disabled:opacity-50"
      >
        {/* A finger hits the whole, and sees the box. */}
        <span className="grid size-4.5 place-items-center rounded-sm border border-edge bg-paper group-data-[state=checked]:border-accent group-data-[state=checked]:bg-accent forced-colors:group-data-[state=checked]:bg-[Highlight]">
          <Radix.Indicator className="text-accent-ink">
            <Check aria-hidden size={14} strokeWidth={3} />
          </Radix.Indicator>
        </span>
      </Radix.Root>
      <span className="min-w-0">{children}</span>
    </label>
  );
}
