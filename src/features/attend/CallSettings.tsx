'use client';

import { Button } from '@/components/Button';
import { Tick } from '@/components/Tick';
import { useAttendSettings } from '@/store/attendSettings';
import { toast } from '@/store/toast';
import { askForNotices, canSound, readyTones, say, sound } from './calls';

/** How the person is called, tried out at once. */
export function CallSettings() {
  const { tones, voice } = useAttendSettings();
  const tryTones = (): void => {
    readyTones();
    setTimeout(() => {
      if (canSound()) sound(2);
      else toast.warning('This browser makes no tones. Set an alarm on the phone as well.');
    }, 200);
  };
  return (
    <fieldset>
      <legend className="sr-only">How you are called</legend>
      <Tick
        checked={tones}
        onChange={(wanted) => {
          useAttendSettings.setState({ tones: wanted });
          if (wanted) tryTones();
        }}
      >
        Tones 10 and 2 minutes before a swap, and when it is due
      </Tick>
      <Tick
        checked={voice}
        onChange={(wanted) => {
          useAttendSettings.setState({ voice: wanted });
          if (wanted) say('The steps are read aloud.');
        }}
      >
        Read the steps aloud
      </Tick>
      <div className="flex flex-wrap gap-2 pt-1">
        <Button className="min-h-10" onClick={tryTones}>
          Try the tones
        </Button>
        <Button className="min-h-10" onClick={askForNotices}>
          Allow notices
        </Button>
      </div>
      <p className="pt-1 text-sm text-muted">
        A notice reaches you while another page is in front. A locked phone may hold all of this
        back: the calendar rings even then.
      </p>
    </fieldset>
  );
}
