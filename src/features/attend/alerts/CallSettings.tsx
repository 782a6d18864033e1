'use client';

import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { Switch } from '@/components/controls/Switch';
import { useAttendSettings } from '@/store/settings/attendSettings';
import { toast } from '@/store/toast';
import { askForNotices, say } from './alerts';
import { openSound, sound } from './sound';

/** How the person is called, with a trial. */
export function CallSettings() {
  const { tones, voice } = useAttendSettings();
  const tryTones = (): void => {
    openSound();
    setTimeout(() => {
      if (!sound(2)) {
        toast.warning('This browser cannot play tones. Set an alarm on your phone too.');
      }
    }, 200);
  };
  return (
    <fieldset>
      <legend className="sr-only">Alerts</legend>
      <Switch
        checked={tones}
        onChange={(wanted) => {
          useAttendSettings.setState({ tones: wanted });
          if (wanted) tryTones();
        }}
      >
        Tones 10 and 2 minutes before each swap, when a swap is due, when the nozzle cools or the
        motors switch off, and at the end
      </Switch>
      <Switch
        checked={voice}
        onChange={(wanted) => {
          useAttendSettings.setState({ voice: wanted });
          if (wanted) say('The steps are read aloud.');
        }}
      >
        Read steps aloud
      </Switch>
      <div className="flex flex-wrap gap-2 pt-1">
        <Button className="min-h-10" onClick={tryTones}>
          Play test tones
        </Button>
        <Button className="min-h-10" onClick={askForNotices}>
          Allow notifications
        </Button>
      </div>
      <p className="pt-1 text-sm text-muted">
        A notification reaches you while another page is in front. A locked phone may hold alerts
        back; a calendar alarm still rings.
      </p>
      {!isSecureContext && (
        <p className="pt-1 text-sm">
          This address is not secure, so the browser blocks notifications.{' '}
          <Link href="/home" className="underline underline-offset-2">
            Set up a secure address
          </Link>
        </p>
      )}
    </fieldset>
  );
}
