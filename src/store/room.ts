import { formatBytes } from '@/core/format';

/** What went wrong with the storage, in the person's words. */
export function storageSentence(error: unknown): string {
  if (error instanceof DOMException && error.name === 'QuotaExceededError') {
    return 'The browser has no room left for this file. Delete a job you no longer need, or free disk space, and open it again.';
  }
  return error instanceof Error ? error.message : 'The file could not be opened.';
}

/** A sentence when the browser has too little room for a file; null when there is enough or it does not say. */
export async function missingRoom(bytes: number): Promise<string | null> {
  const { quota, usage } = (await navigator.storage?.estimate?.()) ?? {};
  if (quota === undefined || usage === undefined || usage + bytes * 1.1 < quota) return null;
  return `It needs ${formatBytes(bytes)}, and the browser has ${formatBytes(Math.max(0, quota - usage))} left for Lamella. Delete a job you no longer need, or free disk space, and open it again.`;
}
