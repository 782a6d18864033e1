import { create } from 'zustand';

/** A change that could not be written. It is kept until it is, or until a later one takes its place. */
export interface FailedWrite {
  /** One of the same name takes its place; null for none. */
  readonly name: string | null;
  readonly what: string;
  readonly why: string;
  readonly retry: () => Promise<boolean>;
}

interface Writes {
  /** Changes on their way to the disk. */
  readonly pending: number;
  /** Fields in which something is typed that was not taken yet. */
  readonly typing: number;
  readonly failed: readonly FailedWrite[];
}

/** The one registry of what is not stored yet: what the rail says of saving is said from it alone. */
export const useWrites = create<Writes>()(() => ({ pending: 0, typing: 0, failed: [] }));

export type SaveState = 'saved' | 'saving' | 'failed';

/** How all that was changed stands. */
export function saveStateOf({ pending, typing, failed }: Writes): SaveState {
  if (pending + typing > 0) return 'saving';
  return failed.length > 0 ? 'failed' : 'saved';
}

/** Counts a write as pending while it runs. */
export async function whilePending<T>(run: () => Promise<T>): Promise<T> {
  useWrites.setState(({ pending }) => ({ pending: pending + 1 }));
  try {
    return await run();
  } finally {
    useWrites.setState(({ pending }) => ({ pending: pending - 1 }));
  }
}

/** Puts failed writes in place of those that are known. */
export function setFailed(edit: (failed: readonly FailedWrite[]) => readonly FailedWrite[]): void {
  useWrites.setState(({ failed }) => ({ failed: edit(failed) }));
}

/** Tries all failed writes again, in their order; true when none is left. */
export async function retryWrites(): Promise<boolean> {
  for (const { retry } of useWrites.getState().failed) await retry();
  return useWrites.getState().failed.length === 0;
}

let field: object | null = null;

/** The field whose text is being taken; null for changes that are not typed. */
export function typingField(): object | null {
  return field;
}

/** Runs a change that was typed into a field, so that typing on is no new step of the history. */
export function asTyping(typedInto: object, change: () => void): void {
  field = typedInto;
  change();
  field = null;
}

const flushes = new Set<() => void>();

/** Holds something typed that is not taken yet. Returns how to release it once it is. */
export function holdTyping(flush: () => void): () => void {
  flushes.add(flush);
  useWrites.setState(({ typing }) => ({ typing: typing + 1 }));
  return () => {
    if (!flushes.delete(flush)) return;
    useWrites.setState(({ typing }) => ({ typing: typing - 1 }));
  };
}

/** Takes everything that is typed and not taken yet, as before the page goes away. */
export function flushTyping(): void {
  for (const flush of [...flushes]) flush();
}

/** Resolves once nothing is on its way any more. */
export async function writesSettled(): Promise<void> {
  if (useWrites.getState().pending === 0) return;
  await new Promise<void>((resolve) => {
    const stop = useWrites.subscribe(({ pending }) => {
      if (pending > 0) return;
      stop();
      resolve();
    });
  });
}
