/** Lines between two entries of the index. */
export const LINES_PER_ENTRY = 1024;

/** Byte offsets of lines 1, 1025, 2049, …: enough to find any line with one short read. */
export type LineIndex = readonly number[];

/** Where to begin reading to find `line` (from 1), and which line stands there. */
export function entryFor(index: LineIndex, line: number): { offset: number; line: number } {
  const wanted = Math.floor((Math.max(1, line) - 1) / LINES_PER_ENTRY);
  const entry = Math.min(wanted, index.length - 1);
  return entry < 0
    ? { offset: 0, line: 1 }
    : { offset: index[entry], line: entry * LINES_PER_ENTRY + 1 };
}
