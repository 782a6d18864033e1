'use client';

import { useEffect } from 'react';
import type { Finest } from '@/core/draw/plate';
import { printers, usePrinters } from '@/store/printers';
import { useOwnPrinter } from '@/store/settings/settings';

/** The finest details that the person's own printer was found to draw; null while nobody has measured. */
export function useFinest(): Finest | null {
  const { printerId } = useOwnPrinter();
  const records = usePrinters((state) => state.records);
  useEffect(() => {
    printers.load().catch(() => {
      // Plates are judged by the line then.
    });
  }, []);
  const finest = records?.find(({ id }) => id === printerId)?.printer.finest;
  return finest && Object.values(finest).some((mm) => mm !== null) ? finest : null;
}
