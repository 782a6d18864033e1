'use client';

import { useEffect, useRef } from 'react';
import { readPlace } from '@/browser/fileHandles';
import { toast } from '@/store/toast';

/** Where the service worker keeps what another program has shared. */
const SHARED = 'shared-files';

interface LaunchQueue {
  readonly setConsumer: (
    consumer: (launch: { readonly files?: readonly FileSystemFileHandle[] }) => void,
  ) => void;
}

/** Takes files that the system passes on: opened by a double click, or shared on a phone. */
export function useHandedFiles(open: (files: readonly File[]) => void): void {
  const latest = useRef(open);
  useEffect(() => {
    latest.current = open;
  });
  useEffect(() => {
    const take = (files: readonly File[]): void => {
      if (files.length > 0) latest.current(files);
    };
    const fail = (): void => {
      toast.error('The file cannot be read. Open it from here instead.');
    };
    const { launchQueue } = window as { launchQueue?: LaunchQueue };
    launchQueue?.setConsumer(({ files = [] }) => {
      Promise.all(files.map(readPlace)).then(take, fail);
    });
    takeShared().then(take, fail);
  }, []);
}

/** The files that were shared and not opened yet; they are taken out of where they waited. */
async function takeShared(): Promise<File[]> {
  if (!('caches' in globalThis) || !(await caches.has(SHARED))) return [];
  const cache = await caches.open(SHARED);
  const files: File[] = [];
  for (const request of await cache.keys()) {
    const response = await cache.match(request);
    const name = decodeURIComponent(new URL(request.url).pathname.split('/').at(-1) ?? '');
    if (response) files.push(new File([await response.blob()], name));
    await cache.delete(request);
  }
  return files;
}
