import type { ReactNode } from 'react';
import { Button } from '@/components/Button';
import { formatDuration } from '@/core/format';
import type { RunEvent } from '@/core/run/following/events';
import type { RunState } from '@/core/run/following/runState';
import type { Told } from '@/store/prints/runs';
import { openSound } from '../alerts/sound';
import type { Calling } from '../alerts/useCalls';
import { openJump } from './useClockJump';

/** A line over the page that says something about it, with what can be done. */
export function Strip({
  isUrgent = false,
  children,
}: {
  readonly isUrgent?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <div
      role={isUrgent ? 'alert' : 'status'}
      className={`flex flex-wrap items-center gap-x-4 gap-y-2 rounded-md px-3 py-2 text-sm ${isUrgent ? 'bg-danger-soft' : 'bg-caution-soft'}`}
    >
      {children}
    </div>
  );
}

/** This tab cannot call: a browser lets a page sound only after a tap. */
export function SilentStrip({ calling: { isSilent, isUnheard, sound } }: { calling: Calling }) {
  if (!isSilent) return null;
  if (sound === 'none') {
    return <Strip>This browser cannot play tones. Set an alarm on your phone too.</Strip>;
  }
  return (
    <Strip isUrgent={isUnheard}>
      <span className="min-w-48 flex-1">
        {isUnheard
          ? 'An alert is due, and this tab is muted.'
          : 'This tab is muted until you tap it.'}
      </span>
      <Button className="min-h-10" onClick={openSound}>
        Turn on sound
      </Button>
    </Strip>
  );
}

interface ClockStripProps {
  readonly events: readonly RunEvent[];
  readonly state: RunState;
  readonly onTell: (told: Told) => void;
}

/** The clock of the device jumped: whether it was set, or time passed. */
export function ClockStrip({ events, state, onTell }: ClockStripProps) {
  const jump = openJump(events);
  if (jump === null) {
    return state.isClockBack ? (
      <Strip>This device’s clock was set back. Times count from your last entry.</Strip>
    ) : null;
  }
  const { by, behind } = jump;
  const answer = (how: 'set' | 'passed'): void => onTell({ kind: 'clock', how, by, behind });
  return (
    <Strip>
      <span className="min-w-48 flex-1">
        This device’s clock jumped {formatDuration(Math.abs(by) / 1000)} {by > 0 ? 'ahead' : 'back'}
        . Was the clock changed, or{' '}
        {by > 0
          ? 'did the time pass while the device slept?'
          : 'are the times correct as they are?'}
      </span>
      <Button className="min-h-10" onClick={() => answer('set')}>
        The clock was changed
      </Button>
      <Button className="min-h-10" onClick={() => answer('passed')}>
        {by > 0 ? 'Time has passed' : 'Keep the times'}
      </Button>
    </Strip>
  );
}

/** What can hurt, small and all the time. */
export function CareLine() {
  return (
    <p className="text-sm text-caution" data-testid="care">
      Hot nozzle, moving head. Do not leave the printer unattended.
    </p>
  );
}
