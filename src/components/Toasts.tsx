'use client';

import { useEffect } from 'react';
import { Toaster } from 'sonner';
import { toastsAreShown } from '@/store/toast';

/** The corner in which short messages are shown; it is fetched with the first of them. */
export function Toasts() {
  useEffect(toastsAreShown, []);
  return (
    <Toaster
      position="bottom-right"
      toastOptions={{
        classNames: {
          toast: '!bg-panel !text-ink !border-edge !font-sans',
          actionButton: '!bg-accent !text-accent-ink',
        },
      }}
    />
  );
}
