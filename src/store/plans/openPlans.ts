import {
  bookWritten,
  closeBook,
  followBook,
  isDragging,
  openBook,
  rebaseBook,
  usePlanStore,
} from './planStore';
import type { Entry } from '../db/entry';
import { PlanSaver } from './planSaver';
import type { StoredPlans } from '../records/records';
import { flushTyping } from '../db/writes';

/** A job's plans on the desk. */
export interface OpenPlans {
  readonly close: () => void;
}

interface Desk extends OpenPlans {
  readonly settled: () => Promise<void>;
  /** What lies on the desk, as it would be stored. */
  readonly entry: () => Entry | null;
}

let open: Desk | null = null;

/**
 * Puts a job's plans on the desk, and stores every change of them until they are closed.
 * @param isRestored true for plans that only the second place had: they are stored at once.
 */
export function openPlans(stored: StoredPlans, isRestored: boolean): OpenPlans {
  closePlans();
  let following = false;
  /** Runs what changes the book without anything to be stored. */
  const quietly = <T>(run: () => T): T => {
    following = true;
    try {
      return run();
    } finally {
      following = false;
    }
  };
  openBook(stored.book);
  const saver = new PlanSaver(stored, {
    rebase: (newer) => quietly(() => rebaseBook(newer)),
    follow: (newer) => quietly(() => followBook(newer)),
    isBusy: isDragging,
    written: bookWritten,
  });
  const stopSaving = usePlanStore.subscribe(({ book }, before) => {
    // What a drag passes through is nobody's plan; where it ends, or is taken back, is stored.
    if (following || isDragging()) return;
    if (book && before.book && book !== before.book) saver.save(book);
  });
  if (isRestored) saver.save(stored.book);
  const wake = (): void => {
    if (document.visibilityState !== 'visible') return;
    saver.catchUp().catch(() => {
      // The database is in trouble, and says so itself.
    });
  };
  document.addEventListener('visibilitychange', wake);
  window.addEventListener('pageshow', wake);
  const mine: Desk = {
    settled: () => saver.settled(),
    entry: () => {
      const { book } = usePlanStore.getState();
      return book && saver.entryOf(book);
    },
    close: () => {
      if (open !== mine) return;
      open = null;
      const { book } = usePlanStore.getState();
      if (isDragging() && book) saver.save(book);
      stopSaving();
      saver.close();
      document.removeEventListener('visibilitychange', wake);
      window.removeEventListener('pageshow', wake);
      closeBook();
    },
  };
  open = mine;
  return mine;
}

/** The plans on the desk as they would be stored; null when there are none. */
export function entryOnDesk(): Entry | null {
  return open?.entry() ?? null;
}

/** Takes the plans off the desk; what was changed is still stored. */
export function closePlans(): void {
  flushTyping();
  open?.close();
}

/** Resolves when the plans on the desk are stored, or cannot be. */
export async function plansSettled(): Promise<void> {
  flushTyping();
  await open?.settled();
}
