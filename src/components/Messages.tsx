'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { flushTyping, saveStateOf, useWrites } from '@/store/writes';
import { useStorageTrouble } from '@/store/storageTrouble';
import { onFirstToast, toast } from '@/store/toast';

const Toasts = dynamic(() => import('./Toasts').then((module) => module.Toasts), { ssr: false });

const TROUBLE = {
  'newer-version':
    'Lamella was updated in another tab. Nothing more is saved in this one; reload this page to go on.',
  blocked: 'Another tab keeps an older Lamella open. Close it to go on.',
} as const;

/** Short messages at the corner; and nothing that is not stored leaves without a word. */
export function Messages() {
  const trouble = useStorageTrouble((state) => state.trouble);
  const [isWanted, setWanted] = useState(false);
  useEffect(() => onFirstToast(() => setWanted(true)), []);
  useEffect(() => {
    if (trouble === 'newer-version' || trouble === 'blocked') {
      toast.warning(TROUBLE[trouble], { duration: Infinity, id: 'storage' });
    } else toast.dismiss('storage');
  }, [trouble]);
  useEffect(guardLeaving, []);
  return isWanted && <Toasts />;
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
