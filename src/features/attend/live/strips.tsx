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
    return <Strip>This browser makes no tones. Set an alarm on the phone as well.</Strip>;
  }
  return (
    <Strip isUrgent={isUnheard}>
      <span className="min-w-48 flex-1">
        {isUnheard
          ? 'A call is due, and this tab is silent.'
          : 'This tab is silent: the browser lets it sound after a tap only.'}
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
      <Strip>
        The clock of this device was set back. Times count from what you have told last.
      </Strip>
    ) : null;
  }
  const { by, behind } = jump;
  const answer = (how: 'set' | 'passed'): void => onTell({ kind: 'clock', how, by, behind });
  return (
    <Strip>
      <span className="min-w-48 flex-1">
        The clock of this device jumped {formatDuration(Math.abs(by) / 1000)}{' '}
        {by > 0 ? 'ahead' : 'back'}. Was it set, or{' '}
        {by > 0 ? 'did the time pass while the device slept?' : 'are the times right as they are?'}
      </span>
      <Button className="min-h-10" onClick={() => answer('set')}>
        The clock was set
      </Button>
      <Button className="min-h-10" onClick={() => answer('passed')}>
        {by > 0 ? 'Time passed' : 'Leave the times'}
      </Button>
    </Strip>
  );
}

/** What can hurt, small and all the time. */
export function CareLine() {
  return (
    <p className="text-sm text-caution" data-testid="care">
      Hot nozzle, moving head. Do not leave it alone.
    </p>
  );
}
