import { toast } from '@/store/toast';

/**
 * Lets work go on that nothing waits for. What cannot be stored says so itself; should the work fail in a way
 * that nobody has foreseen, it is said here, and not lost in the console.
 */
export function goOn(work: Promise<unknown>): void {
  work.catch((error: unknown) => {
    toast.error(`This did not work. ${error instanceof Error ? error.message : String(error)}`);
  });
}
