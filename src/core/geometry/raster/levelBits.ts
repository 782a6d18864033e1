/** Above any row or word; a small integer keeps the fields fast. */
const NONE = 0x3fffffff;

/**
 * The cells that one level covers, one bit each, with the box in which bits may be set. Words are
 * Int32 because that is what the bitwise operators work on.
 */
export class LevelBits {
  level = 0;
  minRow = NONE;
  maxRow = -1;
  minWord = NONE;
  maxWord = -1;

  constructor(public words: Int32Array<ArrayBuffer>) {}

  /** Enlarges the box to hold rows and words of a line about to be stamped. */
  extend(firstRow: number, lastRow: number, firstWord: number, lastWord: number): void {
    if (firstRow < this.minRow) this.minRow = firstRow;
    if (lastRow > this.maxRow) this.maxRow = lastRow;
    if (firstWord < this.minWord) this.minWord = firstWord;
    if (lastWord > this.maxWord) this.maxWord = lastWord;
  }

  /** Empties it for another level; only the used rows are cleared, in one stroke. */
  reset(level: number, wordsPerRow: number): void {
    if (this.maxRow >= 0) {
      this.words.fill(0, this.minRow * wordsPerRow, (this.maxRow + 1) * wordsPerRow);
    }
    this.level = level;
    this.minRow = this.minWord = NONE;
    this.maxRow = this.maxWord = -1;
  }
}

/** Number of set bits of a 32-bit word (the parallel count of Hacker's Delight, ch. 5). */
export function popcount(word: number): number {
  let v = word - ((word >>> 1) & 0x55555555);
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}
