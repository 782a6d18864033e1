'use client';

import { ScrollArea as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface ScrollAreaProps {
  /** Size and ground of the area. */
  readonly className?: string;
  /** Room round what scrolls in it. */
  readonly inside?: string;
  readonly children: ReactNode;
}

/** A panel of the desk that scrolls by itself; as high as what is in it where nothing bounds it. */
export function ScrollArea({ className = '', inside = '', children }: ScrollAreaProps) {
  return (
    <Radix.Root type="auto" className={`flex min-h-0 flex-col overflow-hidden ${className}`}>
      {/* The primitive lays its content out as a table, which would grow with long names. */}
      <Radix.Viewport className="min-h-0 w-full flex-1 [&>div]:block!">
        <div className={inside}>{children}</div>
      </Radix.Viewport>
      <Radix.Scrollbar orientation="vertical" className="flex w-2.5 touch-none p-0.5 select-none">
        <Radix.Thumb className="flex-1 rounded-full bg-edge forced-colors:bg-[ButtonText]" />
      </Radix.Scrollbar>
    </Radix.Root>
  );
}
