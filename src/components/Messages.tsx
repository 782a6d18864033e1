'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { takeBroughtBack } from '@/store/db/broughtBack';
import { flushTyping, saveStateOf, useWrites } from '@/store/db/writes';
import { onFirstToast, toast } from '@/store/toast';

const Toasts = dynamic(() => import('./Toasts').then((module) => module.Toasts), { ssr: false });

/** Short messages at the corner; and nothing that is not stored leaves without a word. */
export function Messages() {
  const [isWanted, setWanted] = useState(false);
  useEffect(() => onFirstToast(() => setWanted(true)), []);
  useEffect(sayWhatCameBack, []);
  useEffect(guardLeaving, []);
  return isWanted && <Toasts />;
}

/** Says after a reload that the page was loaded with what the second place kept. */
function sayWhatCameBack(): void {
  if (!takeBroughtBack()) return;
  toast.warning(
    'The browser lost Lamella’s storage. Jobs, plans, printers, spools and unfinished prints were restored from the backup copy. Open your sliced files again.',
    { duration: Infinity, closeButton: true },
  );
}

/** Takes what is typed when the page is hidden, and asks before it is left with something unstored. */
function guardLeaving(): () => void {
  const onHide = (): void => {
    if (document.visibilityState === 'hidden') flushTyping();
  };
  const onLeave = (event: BeforeUnloadEvent): void => {
    flushTyping();
    if (saveStateOf(useWrites.getState()) !== 'saved') event.preventDefault();
  };
  document.addEventListener('visibilitychange', onHide);
  window.addEventListener('pagehide', flushTyping);
  window.addEventListener('beforeunload', onLeave);
  return () => {
    document.removeEventListener('visibilitychange', onHide);
    window.removeEventListener('pagehide', flushTyping);
    window.removeEventListener('beforeunload', onLeave);
  };
}
