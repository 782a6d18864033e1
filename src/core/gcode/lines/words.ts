/** Character codes that the scanner and its callers compare against. */
export const LF = 10;
export const CR = 13;
export const SPACE = 32;
export const TAB = 9;
export const SEMICOLON = 59;

/** Bits in {@link Words.issues}: oddities of one line, turned into findings by whoever reports. */
export const ISSUE_BAD_NUMBER = 1;
export const ISSUE_AMBIGUOUS_NUMBER = 2;
export const ISSUE_TWO_COMMANDS = 4;
export const ISSUE_BAD_CHECKSUM = 8;

/** Index of a letter in {@link Words.value}, and its bit in {@link Words.mask}. */
export const letterIndex = (letter: string): number => letter.charCodeAt(0) - 65;
export const letterBit = (letter: string): number => 1 << letterIndex(letter);

/**
 * The words of one line. One instance is filled again and again by `scanLine`, so that reading a
 * file of millions of lines allocates nothing.
 */
export class Words {
  /** Upper-case character code of the command letter (`G`, `M`, `T`, …); 0 on a line without one. */
  letter = 0;
  /** The number behind the command letter; -1 without a command. */
  code = -1;
  /** The digit behind the dot in `G92.1`; 0 otherwise. */
  subcode = 0;
  /** One bit per parameter letter that has a number, A = bit 0. */
  mask = 0;
  /** One bit per letter that stands without a number, as `X` in `G28 X`. */
  bare = 0;
  /** Parameter values by letter, A = index 0; only those named in `mask` are meaningful. */
  readonly value = new Float64Array(26);
  /** Byte range of a text argument or of a macro's whole line; -1 when there is none. */
  textStart = -1;
  textEnd = -1;
  /** Byte range of the comment without its mark; -1 when there is none. */
  commentStart = -1;
  commentEnd = -1;
  /** The number behind `N` at the start of the line, and the checksum behind `*`; -1 without one. */
  lineNumber = -1;
  checksum = -1;
  /** True when the line is a named macro (`PAUSE`, `START_PRINT BED=60`) instead of a command. */
  macro = false;
  /** `ISSUE_…` bits. */
  issues = 0;

  /** Forgets the line before, and sets what is known of the next one. */
  clear(letter: number, code: number, mask: number): void {
    this.letter = letter;
    this.code = code;
    this.mask = mask;
    if (!this.isPlain) {
      this.subcode = 0;
      this.bare = 0;
      this.textStart = -1;
      this.commentStart = -1;
      this.lineNumber = -1;
      this.checksum = -1;
      this.macro = false;
      this.issues = 0;
    }
    this.isPlain = letter !== 0;
  }
  /** Nothing but letter, code and numbers was set since the last `clear`. */
  private isPlain = false;

  has(letter: string): boolean {
    return (this.mask & letterBit(letter)) !== 0;
  }

  /** The letter stands on the line, with or without a number. */
  names(letter: string): boolean {
    return ((this.mask | this.bare) & letterBit(letter)) !== 0;
  }

  get(letter: string): number {
    return this.value[letterIndex(letter)];
  }

  getOr(letter: string, fallback: number): number {
    return this.has(letter) ? this.get(letter) : fallback;
  }
}
