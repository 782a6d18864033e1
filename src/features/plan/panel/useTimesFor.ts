'use client';

import { useEffect, useState } from 'react';
import type { Print } from '@/core/print/print';
import { timesAlike } from '@/core/printer/model';
import type { Printer } from '@/core/printer/printer';
import { isSliced } from '@/core/read/slicedFile';
import { withTimes } from '@/core/read/times';
import { timesFor } from '@/base/job/openPrint';
import type { ReadyJob } from '@/base/job/useOpenJob';

type TimedJob = Pick<ReadyJob, 'reading' | 'timedFor' | 'client' | 'fingerprint'>;

/** A reading with the times of one printer. */
interface TimedReading {
  readonly printer: Printer;
  readonly reading: Print;
}

/** The open print with the times that a printer makes; null while they are being worked out. */
export function useTimesFor(
  { reading, timedFor, client, fingerprint }: TimedJob,
  printer: Printer,
): Print | null {
  const [timed, setTimed] = useState<TimedReading | null>(null);
  // The rough times of a model are the same on every printer.
  const isOpen = !isSliced(reading) || timesAlike(timedFor, printer);
  useEffect(() => {
    if (isOpen) return;
    let wanted = true;
    timesFor(client, fingerprint, printer).then(
      (times) => {
        if (!wanted || !times || !isSliced(reading)) return;
        setTimed({ printer, reading: withTimes(reading, times) });
      },
      () => {
        // The print was closed, or its worker's trouble is reported elsewhere.
      },
    );
    return () => {
      wanted = false;
    };
  }, [client, fingerprint, printer, reading, isOpen]);
  if (isOpen) return reading;
  return timed !== null && timed.printer === printer ? timed.reading : null;
}
