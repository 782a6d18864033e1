'use client';

import { someNavigator } from '@/workers/someNavigator';
import { useEffect, useRef, useState } from 'react';
import { callsOf, type Call } from '@/core/run/calls';
import type { RunPlan } from '@/core/run/runPlan';
import type { RunState } from '@/core/run/following/runState';
import { useAttendSettings } from '@/store/settings/attendSettings';
import { notice, shake } from './alerts';
import { openSound, sound, soundState, useSound, type SoundState } from './sound';
import { useTabIcon } from './useTabIcon';
import { inWords } from '../words';

/** So long before a call a page looks whether it can be heard, ms. */
const LOOK_BEFORE = 60_000;

/** How the page calls, as far as it can. */
export interface Calling {
  readonly sound: SoundState;
  /** Tones are wanted, and this tab cannot make them. */
  readonly isSilent: boolean;
  /** A call is about to come, or has come, and nobody has heard it. */
  readonly isUnheard: boolean;
}

/** Calls the person at the printer: tones, a shake, a notice, and the title and icon of the page. */
export function useCalls(runPlan: RunPlan, state: RunState, now: number): Calling {
  const { tones } = useAttendSettings();
  const sounds = useSound();
  const isSilent = tones && sounds !== 'open';
  useOpenedByTaps(tones);
  const unheard = useCalling(runPlan, state, now, tones);
  const title = titleOf(runPlan, state, now);
  useTitle(isSilent && sounds === 'shut' ? `Silent · ${title}` : title, runPlan.job);
  const due = state.upcoming.at(0) ?? state.end;
  const minutes = due ? Math.min(99, Math.max(0, Math.round((due.at - now) / 60_000))) : 0;
  useTabIcon(state.phase === 'printing' ? String(minutes) : '!', isSilent);
  return { sound: sounds, isSilent, isUnheard: unheard && isSilent };
}

/** Every tap and every key opens the sound, which a browser allows only then. */
function useOpenedByTaps(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted) return;
    const open = (): void => {
      if (soundState() === 'shut') openSound();
    };
    // The tap that led here counts.
    if (someNavigator().userActivation?.hasBeenActive) open();
    addEventListener('click', open, true);
    addEventListener('keydown', open, true);
    return () => {
      removeEventListener('click', open, true);
      removeEventListener('keydown', open, true);
    };
  }, [isWanted]);
}

/** Makes each call once, when it comes; answers whether one is near that nobody would hear. */
function useCalling(runPlan: RunPlan, state: RunState, now: number, tones: boolean): boolean {
  const [since] = useState(now);
  const made = useRef(new Set<string>());
  const calls = callsOf(runPlan, state);
  // What was due before the page was opened is over.
  const come = calls.filter(({ at }) => at > since && at <= now);
  const soon = calls.find(({ at }) => at > now && at <= now + LOOK_BEFORE);
  const last = come.at(-1);
  const [unheard, setUnheard] = useState<string | null>(null);
  useEffect(() => {
    if (!last || made.current.has(last.id)) return;
    // Of several that came while the device slept, the last one speaks for all.
    for (const { id } of come) made.current.add(id);
    const isHeard = tones && sound(last.tones, last.tones === 4 ? 988 : 784);
    shake();
    show(last, runPlan.job, now);
    setUnheard(isHeard ? null : last.id);
  }, [last, come, tones, now, runPlan.job]);
  const mute = soon && tones && soundState() !== 'open' ? soon.id : null;
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (mute === null || told.current === mute) return;
    told.current = mute;
    openSound();
    show({ title: 'An alert is due, and this tab is muted' }, runPlan.job, now);
  }, [mute, now, runPlan.job]);
  return mute !== null || (unheard !== null && unheard === last?.id);
}

function show({ title, due }: Pick<Call, 'title' | 'due'>, job: string, now: number): void {
  notice(due === undefined ? title : `${title}, ${inWords(due, now)}`, job).catch(() => {
    // It was only one of several ways to call.
  });
}

/** What the title of the page says: the next swap, what waits, or the end. */
function titleOf({ bands }: RunPlan, state: RunState, now: number): string {
  const { phase, upcoming, end } = state;
  if (phase === 'at-swap') return 'Waits for you';
  if (phase === 'paused') return 'Paused';
  const next = upcoming.at(0);
  if (next) return `${inWords(next.at, now)}: ${bands[next.swap + 1].filament.letter}`;
  return end ? `done ${inWords(end.at, now)}` : 'At the printer';
}

function useTitle(title: string, job: string): void {
  useEffect(() => {
    const before = document.title;
    const wanted = `${title} · ${job}`;
    // The page's own name may come late, when the job around it is there.
    const hold = (): void => {
      if (document.title !== wanted) document.title = wanted;
    };
    hold();
    const watch = new MutationObserver(hold);
    watch.observe(document.head, { childList: true, subtree: true, characterData: true });
    return () => {
      watch.disconnect();
      document.title = before;
    };
  }, [title, job]);
}
