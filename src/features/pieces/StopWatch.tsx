'use client';

import { useRef, useState } from 'react';
import { Button } from '@/components/Button';

interface StopWatchProps {
  readonly label: string;
  readonly onSeconds: (seconds: number) => void;
}

/** Pressed at the first tone and at the second: the time between them. Large enough for a thumb. */
export function StopWatch({ label, onSeconds }: StopWatchProps) {
  const began = useRef(0);
  const [isRunning, setRunning] = useState(false);
  return (
    <Button
      kind={isRunning ? 'primary' : 'plain'}
      className="min-h-11 min-w-28"
      aria-label={`${isRunning ? 'Stop' : 'Start'} the watch: ${label}`}
      // At once, and not when the finger is lifted: a tenth of a second counts.
      onPointerDown={(event) => {
        if (event.button === 0) press(event.timeStamp);
      }}
      onKeyDown={(event) => {
        if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) press(event.timeStamp);
      }}
    >
      {isRunning ? 'Second tone' : 'First tone'}
    </Button>
  );

  function press(at: number): void {
    if (isRunning) onSeconds(Number(((at - began.current) / 1000).toFixed(2)));
    else began.current = at;
    setRunning(!isRunning);
  }
}
