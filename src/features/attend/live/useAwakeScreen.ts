'use client';

import { useEffect, useState } from 'react';

/** Keeps the screen awake while the page is looked at; answers whether the browser does not. */
export function useAwakeScreen(): boolean {
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
        // It was released already.
      });
    };
  }, []);
  return mayGoDark;
}
