'use client';

import { goOn } from '@/browser/goOn';
import type { ReactNode } from 'react';
import { useFileDrop } from '@/browser/useFileDrop';
import type { Moving } from './useMoving';

interface DropOnJobProps {
  readonly moving: Pick<Moving, 'openPlanFile'>;
  readonly onSlice: (file: File) => void;
  /** Whether it fills the page; at the printer it is the header alone. */
  readonly isWhole: boolean;
  readonly children: ReactNode;
}

/** The job's page as a place to drop a re-sliced file of its part, or a plan file. */
export function DropOnJob({ moving, onSlice, isWhole, children }: DropOnJobProps) {
  const drop = useFileDrop(([file]) => {
    if (/\.json$/i.test(file.name)) goOn(moving.openPlanFile(file));
    else onSlice(file);
  });
  return (
    <div
      {...drop.handlers}
      className={`relative flex flex-col ${isWhole ? 'flex-1 lg:h-dvh lg:flex-none lg:overflow-hidden' : ''}`}
    >
      {children}
      {drop.isOver && (
        <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-panel/90 text-lg font-semibold">
          Drop the re-sliced file of this part, or a plan file. Lamella asks before anything
          changes.
        </p>
      )}
    </div>
  );
}
