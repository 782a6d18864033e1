'use client';

import { useEffect } from 'react';
import { Toaster, toast } from 'sonner';
import { onDatabaseTrouble } from '@/store/db';

const TROUBLE = {
  'newer-version':
    'Lamella was updated in another tab. Your plan is saved; reload this page to go on.',
  blocked: 'Another tab keeps an older Lamella open. Close it to go on.',
  terminated:
    'The browser closed the storage. Your plan is saved up to the last change; reload to go on.',
} as const;

/** Short messages at the corner, and what the storage has to say. */
export function Messages() {
  useEffect(() => {
    onDatabaseTrouble((trouble) => toast.warning(TROUBLE[trouble], { duration: Infinity }));
  }, []);
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
