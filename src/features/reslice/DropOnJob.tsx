'use client';

import { goOn } from '@/browser/goOn';
import type { ReactNode } from 'react';
import { useFileDrop } from '@/browser/useFileDrop';
import type { Moving } from './useMoving';

interface DropOnJobProps {
  readonly moving: Pick<Moving, 'openPlanFile'>;
  readonly onSlice: (file: File) => void;
  readonly children: ReactNode;
}

/** The job's page as a place to drop a new slice of its part, or a plan file. */
export function DropOnJob({ moving, onSlice, children }: DropOnJobProps) {
  const drop = useFileDrop(([file]) => {
    if (/\.json$/i.test(file.name)) goOn(moving.openPlanFile(file));
    else onSlice(file);
  });
  return (
    <div
      {...drop.handlers}
      className="relative flex flex-1 flex-col lg:h-dvh lg:flex-none lg:overflow-hidden"
    >
      {children}
      {drop.isOver && (
        <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-panel/90 text-lg font-semibold">
          Drop a new slice of this part, or a plan file. You are asked before anything changes.
        </p>
      )}
    </div>
  );
}
