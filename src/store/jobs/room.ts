import { someNavigator } from '@/workers/someNavigator';
import { formatBytes } from '@/core/format';
import { dropReadings } from './readings';

/** Whether something could not be stored because the browser has no room left. */
export function isOutOfRoom(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'QuotaExceededError';
}

/** What went wrong with the storage, in the person's words. */
export function storageSentence(error: unknown): string {
  if (isOutOfRoom(error)) {
    return 'The browser has no space left. Delete a job you no longer need, or free up disk space, and try again.';
  }
  return error instanceof Error && error.message !== ''
    ? error.message
    : 'The browser could not store it.';
}

/** Room that the browser has given to Lamella, bytes. */
export interface Room {
  readonly used: number;
  readonly left: number;
  /** True when the browser has promised not to clear it by itself. */
  readonly isKept: boolean;
}

/** How much room is used and left; null when the browser does not say. */
export async function roomNow(): Promise<Room | null> {
  const { storage } = someNavigator();
  const { quota, usage } = (await storage?.estimate?.()) ?? {};
  if (quota === undefined || usage === undefined) return null;
  const isKept = (await storage?.persisted?.()) ?? false;
  return { used: usage, left: Math.max(0, quota - usage), isKept };
}

/** Asks the browser not to clear what is stored by itself; it may say no. */
export async function askToKeep(): Promise<void> {
  const { storage } = someNavigator();
  if (!(await storage?.persisted?.())) await storage?.persist?.();
}

/** A sentence when the browser has too little room for a file; null when there is enough or it does not say. */
export async function missingRoom(bytes: number): Promise<string | null> {
  const wanted = bytes * 1.1;
  let room = await roomNow();
  if (room === null || wanted < room.left) return null;
  if (await dropReadings(wanted - room.left)) room = (await roomNow()) ?? room;
  if (wanted < room.left) return null;
  return `It needs ${formatBytes(bytes)}, and the browser has ${formatBytes(room.left)} left for Lamella. Delete a job you no longer need, or free up disk space, and open the file again.`;
}
