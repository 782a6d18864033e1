'use client';

import { useEffect, useRef } from 'react';
import type { RunState } from '@/core/run/follow';
import type { RunPlan } from '@/core/run/runPlan';
import { useAttendSettings } from '@/store/settings';
import { notice, shake, sound } from './calls';
import { inWords } from './words';

/** How long before a swap somebody is called, ms; the last one repeats while nobody says anything. */
const CALLS = [10 * 60_000, 2 * 60_000, 0] as const;
const AGAIN = 60_000;
const TIMES_AGAIN = 5;

/** Which calls are due at a moment for a swap that comes at another: their number, 0 for none. */
export function callsDue(at: number, now: number): number {
  const early = CALLS.filter((before) => now >= at - before).length;
  if (early < CALLS.length) return early;
  return early + Math.min(TIMES_AGAIN, Math.floor((now - at) / AGAIN));
}

/** Calls the person to the next swap: tones, a shake, a notice, the title of the page; and keeps the screen awake. */
export function useCalls(runPlan: RunPlan, state: RunState, now: number): void {
  const { tones } = useAttendSettings();
  const [next] = state.phase === 'printing' ? state.upcoming : [];
  const made = useRef<{ swap: number; calls: number } | null>(null);
  const swap = next?.swap ?? -1;
  const calls = next ? callsDue(next.at, now) : 0;
  useEffect(() => {
    const before = made.current;
    made.current = { swap, calls };
    // What was due before the page was opened is over; a new swap begins anew.
    if (!before || before.swap !== swap || calls <= before.calls || !next) return;
    const { letter, name } = runPlan.bands[swap + 1].filament;
    if (tones) sound(calls >= CALLS.length ? 4 : 2);
    shake();
    notice(`${letter} ${name} ${inWords(next.at, now)}`, runPlan.job).catch(() => {
      // It was only one of several ways to call.
    });
  }, [swap, calls, next, now, tones, runPlan]);

  const title = next
    ? `${inWords(next.at, now)}: ${runPlan.bands[next.swap + 1].filament.letter}`
    : state.phase === 'at-swap'
      ? 'Waits for you'
      : null;
  useEffect(() => {
    if (title === null) return;
    const before = document.title;
    document.title = `${title} · ${runPlan.job}`;
    return () => {
      document.title = before;
    };
  }, [title, runPlan.job]);
  useAwakeScreen();
}

/** Keeps the screen awake while the page is looked at, where the browser can. */
function useAwakeScreen(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let wanted = true;
    const hold = async (): Promise<void> => {
      if (!('wakeLock' in navigator) || document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (!wanted) await lock.release();
      } catch {
        // A phone that saves its battery refuses; the page works all the same.
      }
    };
    const again = (): void => {
      hold().catch(() => {
        // See above.
      });
    };
    again();
    document.addEventListener('visibilitychange', again);
    return () => {
      wanted = false;
      document.removeEventListener('visibilitychange', again);
      lock?.release().catch(() => {
        // It was let go already.
      });
    };
  }, []);
}
