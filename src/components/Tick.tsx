import type { ReactNode } from 'react';

interface TickProps {
  readonly checked: boolean;
  readonly disabled?: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}

/** A box to tick, with its words. */
export function Tick({ checked, disabled, onChange, children }: TickProps) {
  return (
    <label className="flex min-h-8 items-center gap-2">
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
        className="size-4 shrink-0 accent-accent"
      />
      <span className="min-w-0">{children}</span>
    </label>
  );
}
