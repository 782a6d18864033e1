import { firstIndex } from '../search';
import type { BlockFinder } from './blocks';

/** A stretch of the output that is a stretch of the input. */
export interface Copy {
  /** In the output. */
  readonly start: number;
  readonly end: number;
  /** Where it begins in the input. */
  readonly inputStart: number;
  /** The input goes on here at another place than before. */
  readonly jumps: boolean;
}

/** What of an output is copied, in its order: what stands between insertions, and where it comes from. */
export function copiesOf(
  { insertions, jumps }: Pick<BlockFinder, 'insertions' | 'jumps'>,
  size: number,
): Copy[] {
  const jumpAt = new Map(jumps.map((jump) => [jump.start, jump]));
  const copies: Copy[] = [];
  let inputAt = 0;
  let at = 0;
  let jumped = false;
  for (const { start, end } of [...insertions, { start: size, end: size }]) {
    // A jump right behind a block leaves nothing between the two.
    if (start > at || !jumpAt.has(start)) {
      copies.push({ start: at, end: start, inputStart: inputAt, jumps: jumped });
      jumped = false;
    }
    inputAt += start - at;
    const jump = jumpAt.get(start);
    if (jump) {
      inputAt = jump.from;
      jumped = true;
    }
    at = end;
  }
  return copies;
}

/** Where in the input the output goes on behind a place of its own that was put in. */
export function inputBehind(copies: readonly Copy[], at: number): number {
  const next = firstIndex(copies.length, (i) => copies[i].start >= at);
  return copies[Math.min(next, copies.length - 1)].inputStart;
}

/** Where a place of the input lies in the output; null when it is not copied. */
export function inOutput(copies: readonly Copy[], at: number): number | null {
  const copy = copies.find(
    ({ start, end, inputStart }) => at >= inputStart && at < inputStart + end - start,
  );
  return copy ? copy.start + at - copy.inputStart : null;
}
