'use client';

import { ChevronRight } from 'lucide-react';
import { Accordion } from 'radix-ui';
import type { ReactNode } from 'react';

interface DisclosureProps {
  readonly title: ReactNode;
  readonly children: ReactNode;
  readonly isOpenFirst?: boolean;
  readonly className?: string;
}

/** A heading with what it hides until it is pressed. */
export function Disclosure({
  title,
  children,
  isOpenFirst = false,
  className = '',
}: DisclosureProps) {
  return (
    <Accordion.Root
      type="single"
      collapsible
      defaultValue={isOpenFirst ? 'it' : undefined}
      className={className}
    >
      <Accordion.Item value="it">
        <Accordion.Trigger className="group flex min-h-8 w-full items-center gap-1.5 text-left font-medium">
          <ChevronRight
            aria-hidden
            size={16}
            className="shrink-0 transition-transform group-data-[state=open]:rotate-90"
          />
          <span className="min-w-0">{title}</span>
        </Accordion.Trigger>
        <Accordion.Content>{children}</Accordion.Content>
      </Accordion.Item>
    </Accordion.Root>
  );
}
