'use client';

import { useLayoutEffect, useState, type RefObject } from 'react';

/** The size of an element in CSS px, kept up to date; zero until it is laid out. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      // It is told again of what comes back as it was, and nothing has to be drawn then.
      setSize((known) =>
        known.width === width && known.height === height ? known : { width, height },
      );
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}
