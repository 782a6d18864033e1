'use client';

import { startTransition, useEffect, useState } from 'react';

/**
 * How many of a long list to draw now: those that fill a window at once, and the rest in steps, between which the
 * page answers. In the end all are there, to be found by the browser's own search.
 */
export function useGrowing(total: number, step: number): number {
  const [count, setCount] = useState(step);
  useEffect(() => {
    if (count < total) startTransition(() => setCount(count + step));
  }, [count, total, step]);
  return Math.min(count, total);
}
