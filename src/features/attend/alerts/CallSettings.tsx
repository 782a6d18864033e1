'use client';

import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { Tick } from '@/components/Tick';
import { useAttendSettings } from '@/store/settings/attendSettings';
import { toast } from '@/store/toast';
import { askForNotices, say } from './alerts';
import { openSound, sound } from './sound';

/** How the person is called, tried out at once. */
export function CallSettings() {
  const { tones, voice } = useAttendSettings();
  const tryTones = (): void => {
    openSound();
    setTimeout(() => {
      if (!sound(2)) {
        toast.warning('This browser makes no tones. Set an alarm on the phone as well.');
      }
    }, 200);
  };
  return (
    <fieldset>
      <legend className="sr-only">Alerts</legend>
      <Tick
        checked={tones}
        onChange={(wanted) => {
          useAttendSettings.setState({ tones: wanted });
          if (wanted) tryTones();
        }}
      >
        Tones 10 and 2 minutes before a swap, when it is due, when the nozzle cools or the motors
        switch off, and at the end
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
          Allow notifications
        </Button>
      </div>
      <p className="pt-1 text-sm text-muted">
        A notification reaches you while another page is in front. A locked phone may hold all of
        this back: the calendar rings even then.
      </p>
      {!isSecureContext && (
        <p className="pt-1 text-sm">
          This address is not secure, so the browser shows no notifications here.{' '}
          <Link href="/home" className="underline underline-offset-2">
            How to make it secure
          </Link>
        </p>
      )}
    </fieldset>
  );
}
