import { toast } from '@/store/toast';

let audio: AudioContext | null = null;

/** Gets the browser to allow tones; has to be called from a tap. */
export function readyTones(): void {
  if (typeof AudioContext === 'undefined') return;
  audio ??= new AudioContext();
  audio.resume().catch(() => {
    // The page says that tones do not work when they are wanted.
  });
}

/** Whether tones can be heard now. */
export function canSound(): boolean {
  return audio?.state === 'running';
}

/** Tones at a pitch, Hz: short ones, so many. */
export function sound(count: number, pitch = 880): void {
  if (!audio || audio.state !== 'running') return;
  for (let i = 0; i < count; i++) {
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    const at = audio.currentTime + i * 0.4;
    tone.frequency.value = pitch;
    volume.gain.setValueAtTime(0.0001, at);
    volume.gain.exponentialRampToValueAtTime(0.3, at + 0.02);
    volume.gain.exponentialRampToValueAtTime(0.0001, at + 0.28);
    tone.connect(volume).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.3);
  }
}

/** Shakes a phone, where it can. */
export function shake(): void {
  navigator.vibrate?.([300, 150, 300]);
}

/** Reads a sentence aloud with the browser's own voice. */
export function say(text: string): void {
  if (!('speechSynthesis' in globalThis)) return;
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Asks whether notices may be shown; says so when they may not. */
export async function askForNotices(): Promise<boolean> {
  if (!('Notification' in globalThis)) {
    toast.warning('This browser shows no notices. Keep the page open, with tones on.');
    return false;
  }
  const answer =
    Notification.permission === 'default'
      ? await Notification.requestPermission()
      : Notification.permission;
  if (answer !== 'granted') {
    toast.warning('The browser does not allow notices. Keep the page open, with tones on.');
  }
  return answer === 'granted';
}

/** Shows a notice, where that was allowed. */
export async function notice(title: string, body: string): Promise<void> {
  if (!('Notification' in globalThis) || Notification.permission !== 'granted') return;
  const options = { body, tag: 'lamella-swap', icon: '/icons/192.png' };
  try {
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker) await worker.showNotification(title, options);
    else new Notification(title, options);
  } catch {
    // Some phones show notices only from a service worker; the tones call all the same.
  }
}
