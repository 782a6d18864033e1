'use client';

import { useSyncExternalStore } from 'react';

/** How often the clock on the page moves, ms. */
const TICK = 1000;

function subscribe(onTick: () => void): () => void {
  const timer = setInterval(onTick, TICK);
  // A page that has slept tells the right time as soon as somebody looks.
  document.addEventListener('visibilitychange', onTick);
  window.addEventListener('pageshow', onTick);
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', onTick);
    window.removeEventListener('pageshow', onTick);
  };
}

const thisSecond = (): number => Math.floor(Date.now() / TICK) * TICK;

/** The clock by the second, ms since 1970: looked up each time, never counted. */
export function useNow(): number {
  return useSyncExternalStore(subscribe, thisSecond, () => 0);
}
