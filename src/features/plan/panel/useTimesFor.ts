'use client';

import { useEffect, useState } from 'react';
import type { Reading } from '@/core/read/reading';
import { timesAlike } from '@/core/printer/model';
import type { Printer } from '@/core/printer/printer';
import type { ReadyJob } from '@/features/job/useOpenJob';

/** A reading with the times of one printer. */
interface TimedReading {
  readonly printer: Printer;
  readonly reading: Reading;
}

/** The open print with the times that a printer makes; null while they are being worked out. */
export function useTimesFor(
  { reading, timedFor, client }: Pick<ReadyJob, 'reading' | 'timedFor' | 'client'>,
  printer: Printer,
): Reading | null {
  const [timed, setTimed] = useState<TimedReading | null>(null);
  const isOpen = timesAlike(timedFor, printer);
  useEffect(() => {
    if (isOpen) return;
    let wanted = true;
    client.times(printer).then(
      (times) => {
        if (!wanted || !times) return;
        const { layers: seconds, ...rest } = times;
        const layers = reading.layers.map((layer, i) => ({ ...layer, seconds: seconds[i] }));
        setTimed({ printer, reading: { ...reading, ...rest, layers } });
      },
      () => {
        // The print was closed, or its worker's trouble is told elsewhere.
      },
    );
    return () => {
      wanted = false;
    };
  }, [client, printer, reading, isOpen]);
  if (isOpen) return reading;
  return timed !== null && timed.printer === printer ? timed.reading : null;
}
