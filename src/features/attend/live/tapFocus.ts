'use client';

import { useEffect, useRef, type RefObject } from 'react';

let isWanted = false;

/** A tap was told: what takes the place of its button is to have the focus. */
export function wantFocus(): void {
  isWanted = true;
}

/** The heading of what a tap leads to: it takes the focus when the tapped button is gone. */
export function useTapFocus(): RefObject<HTMLHeadingElement | null> {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const isLost = document.activeElement === null || document.activeElement === document.body;
    if (isWanted && isLost) heading.current?.focus();
    isWanted = false;
  }, []);
  return heading;
}
