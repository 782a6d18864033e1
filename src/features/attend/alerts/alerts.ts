import { someNavigator } from '@/workers/someNavigator';
import { toast } from '@/store/toast';

/** Shakes a phone, where it can. */
export function shake(): void {
  someNavigator().vibrate?.([300, 150, 300]);
}

let spoken: string | null = null;

/** Reads a sentence aloud with the browser's own voice, once for the same key; only where somebody looks. */
export function say(text: string, key = text): void {
  if (!('speechSynthesis' in globalThis) || document.visibilityState !== 'visible') return;
  if (key === spoken) return;
  spoken = key;
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Asks whether notices may be shown; says so when they may not. */
export async function askForNotices(): Promise<boolean> {
  if (!('Notification' in globalThis)) {
    toast.warning(
      'This browser does not support notifications. Keep this page open with tones on.',
    );
    return false;
  }
  const answer =
    Notification.permission === 'default'
      ? await Notification.requestPermission()
      : Notification.permission;
  if (answer !== 'granted') {
    toast.warning('The browser blocks notifications. Keep this page open with tones on.');
  }
  return answer === 'granted';
}

/** Shows a notice, where that was allowed; pressed, it brings this page to the front. */
export async function notice(title: string, body: string): Promise<void> {
  if (!('Notification' in globalThis) || Notification.permission !== 'granted') return;
  const page = `${location.pathname}${location.search}`;
  const options = { body, tag: 'lamella-swap', icon: '/icons/192.png', data: { page } };
  try {
    const worker = await someNavigator().serviceWorker?.getRegistration();
    if (worker) return await worker.showNotification(title, options);
    const shown = new Notification(title, options);
    shown.onclick = () => window.focus();
  } catch {
    // Some phones show notices only from a service worker; the tones call all the same.
  }
}
