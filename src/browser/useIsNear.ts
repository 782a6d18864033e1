'use client';

import { useEffect, useState, type RefObject } from 'react';

/** How far outside of what is scrolled to something is near, px: it is there before it comes into sight. */
const NEAR = '600px';

/** Whether an element has been in sight, or near it. It stays true from then on. */
export function useIsNear(ref: RefObject<HTMLElement | null>): boolean {
  const [isNear, setNear] = useState(false);
  useEffect(() => {
    if (isNear || !ref.current) return;
    const observer = new IntersectionObserver(
      (entries) => setNear(entries.some(({ isIntersecting }) => isIntersecting)),
      { rootMargin: NEAR },
    );
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, [ref, isNear]);
  return isNear;
}
