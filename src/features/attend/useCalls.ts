'use client';

import { useEffect, useRef, useState } from 'react';
import { callsDue, DUE } from '@/core/run/callsDue';
import type { RunState } from '@/core/run/follow';
import type { RunPlan } from '@/core/run/runPlan';
import { useAttendSettings } from '@/store/attendSettings';
import { notice, shake, sound } from './calls';
import { inWords } from './words';

/**
 * Calls the person to the next swap: tones, a shake, a notice, the title of the page; and keeps the screen awake.
 * Answers whether the screen may go dark all the same.
 */
export function useCalls(runPlan: RunPlan, state: RunState, now: number): boolean {
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
    if (tones) sound(calls >= DUE ? 4 : 2);
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
  const due = next ?? state.end;
  const minutes = due ? Math.min(99, Math.max(0, Math.round((due.at - now) / 60_000))) : 0;
  useIcon(state.phase === 'at-swap' ? '!' : String(minutes));
  return useAwakeScreen();
}

/** Shows two letters at most in the icon of the tab, as long as the page is there. */
function useIcon(text: string): void {
  const icon = useRef<HTMLLinkElement | null>(null);
  useEffect(() => {
    const link = document.createElement('link');
    link.rel = 'icon';
    icon.current = link;
    document.head.append(link);
    return () => link.remove();
  }, []);
  useEffect(() => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><rect width="32" height="32" rx="7" fill="#1d675b"/><text x="16" y="23" text-anchor="middle" font-family="sans-serif" font-weight="700" font-size="20" fill="#fff">${text}</text></svg>`;
    if (icon.current) icon.current.href = `data:image/svg+xml,${encodeURIComponent(svg)}`;
  }, [text]);
}

/** Keeps the screen awake while the page is looked at; answers whether the browser does not. */
function useAwakeScreen(): boolean {
  const [mayGoDark, setMayGoDark] = useState(false);
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let wanted = true;
    const hold = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      try {
        lock = await navigator.wakeLock.request('screen');
        if (!wanted) await lock.release();
        setMayGoDark(false);
      } catch {
        // A phone that saves its battery refuses, and a page without encryption has no such thing.
        setMayGoDark(true);
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
  return mayGoDark;
}
