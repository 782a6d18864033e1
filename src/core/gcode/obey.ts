import type { Effect } from './effect';
import type { Machine } from './machine';
import { scanLine } from './lines/scan';
import type { Words } from './lines/words';

/** What those who follow a file hear of each line. */
export interface LineListener {
  /**
   * May read and obey lines from `at` on by itself, as if they had been obeyed here; answers where to go on. Nothing
   * else is heard of those lines.
   */
  readonly ahead?: (at: number) => number;
  /** The line at `at` comes next; the machine stands as the line before has left it. */
  readonly before?: (at: number) => void;
  /** The line from `at` to `next` has been scanned and obeyed. */
  readonly after?: (effect: Effect, at: number, next: number) => void;
}

/**
 * Scans and obeys whole lines, one after another: the one loop behind reading, drawing, the simulated
 * printer and the states in between.
 * @param end where the last line ends in `bytes`.
 */
export function obeyLines(
  machine: Machine,
  words: Words,
  bytes: Uint8Array,
  end: number,
  { ahead, before, after }: LineListener = {},
): void {
  for (let at = 0; at < end;) {
    if (ahead) at = ahead(at);
    if (at >= end) return;
    before?.(at);
    const next = scanLine(bytes, at, end, words);
    const effect = machine.execute(words, bytes);
    after?.(effect, at, next);
    at = next;
  }
}
