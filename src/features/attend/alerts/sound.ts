import { useSyncExternalStore } from 'react';

/** Whether tones can be heard: a browser opens the sound of a page only at a tap, or has none. */
export type SoundState = 'open' | 'shut' | 'none';

let audio: AudioContext | null = null;
const listeners = new Set<() => void>();
const changed = (): void => {
  for (const listener of listeners) listener();
};

/** Opens the sound; has to be called from a tap or a key. */
export function openSound(): void {
  if (typeof AudioContext === 'undefined') return;
  if (audio === null) {
    audio = new AudioContext();
    audio.onstatechange = changed;
  }
  audio.resume().then(changed, changed);
}

export function soundState(): SoundState {
  if (typeof AudioContext === 'undefined') return 'none';
  return audio?.state === 'running' ? 'open' : 'shut';
}

function subscribe(onChange: () => void): () => void {
  listeners.add(onChange);
  return () => listeners.delete(onChange);
}

/** Whether tones can be heard, for components. */
export function useSound(): SoundState {
  return useSyncExternalStore(subscribe, soundState, () => 'open');
}

/** Short tones at a pitch, Hz, so many; false when they could not be made. */
export function sound(count: number, pitch = 880): boolean {
  if (!audio || audio.state !== 'running') return false;
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
  return true;
}
