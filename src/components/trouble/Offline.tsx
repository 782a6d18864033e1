'use client';

import { someNavigator } from '@/workers/someNavigator';
import { useEffect } from 'react';
import { toast } from '@/store/toast';
import { flushTyping, writesSettled } from '@/store/db/writes';

/** How often an open page looks for a new version, ms. */
const LOOK_AGAIN = 3600_000;

/** Keeps the application in the browser, and tells of a new version, which waits to be taken. */
export function Offline() {
  useEffect(() => {
    const workers = someNavigator().serviceWorker;
    if (!workers || process.env.NODE_ENV !== 'production') return;
    let timer: ReturnType<typeof setInterval> | undefined;
    const begin = async (): Promise<void> => {
      const registration = await workers.register('/sw.js');
      const look = (): void => {
        const { waiting } = registration;
        if (waiting && workers.controller) offer(workers, waiting);
      };
      look();
      registration.addEventListener('updatefound', () => {
        registration.installing?.addEventListener('statechange', look);
      });
      timer = setInterval(() => {
        registration.update().catch(() => {
          // Without the server there is nothing new.
        });
      }, LOOK_AGAIN);
    };
    begin().catch(() => {
      // A browser that refuses still works while the server does.
    });
    return () => clearInterval(timer);
  }, []);
  return null;
}

function offer(workers: ServiceWorkerContainer, waiting: ServiceWorker): void {
  toast('A new version of Lamella is available.', {
    id: 'new-version',
    duration: Infinity,
    closeButton: true,
    description: 'This version works until you update.',
    action: { label: 'Update now', onClick: () => take(workers, waiting) },
  });
}

async function take(workers: ServiceWorkerContainer, waiting: ServiceWorker): Promise<void> {
  flushTyping();
  await writesSettled();
  workers.addEventListener('controllerchange', () => location.reload(), { once: true });
  waiting.postMessage('take-over');
}
