'use client';

import { Toolbar as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface ToolbarProps {
  /** Read out. */
  readonly label: string;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Buttons that are one stop of the Tab key; the arrow keys go through them. */
export function Toolbar({ label, className = '', children }: ToolbarProps) {
  return (
    <Radix.Root aria-label={label} className={`flex ${className}`}>
      {children}
    </Radix.Root>
  );
}

/** One button of a toolbar: any that passes on what it is given. */
export function Tool({ children }: { readonly children: ReactNode }) {
  return <Radix.Button asChild>{children}</Radix.Button>;
}
