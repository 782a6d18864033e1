import { commandsWith } from '../commandTable';
import {
  CR,
  ISSUE_AMBIGUOUS_NUMBER,
  ISSUE_BAD_CHECKSUM,
  ISSUE_BAD_NUMBER,
  ISSUE_TWO_COMMANDS,
  LF,
  SEMICOLON,
  SPACE,
  TAB,
  type Words,
} from './words';

const ASTERISK = 42;
const PLUS = 43;
const MINUS = 45;
const DOT = 46;
const QUOTE = 34;
const OPEN = 40;
const CLOSE = 41;
const UNDERSCORE = 95;
const LETTER_E = 69;
const LETTER_G = 71;
const LETTER_M = 77;
const LETTER_N = 78;
const LETTER_T = 84;

/** Exact powers of ten: a mantissa below 2^53 divided by one of them is correctly rounded. */
const POWERS_OF_TEN = Float64Array.from({ length: 23 }, (_, exponent) => Number(`1e${exponent}`));
const MAX_EXACT_DIGITS = 15;

/**
 * M codes whose argument is free text or a file name, so that the letters behind them are no
 * parameters: SD file handling, display and host messages, stop with a text, names of objects.
 */
const TEXT_ARGUMENT = commandsWith('text');

/**
 * Reads the line that starts at `start` into `words`.
 *
 * The caller guarantees that the line is whole: it ends with LF, CR or CRLF before `end`, or the
 * file ends at `end`. Comments of both kinds, line numbers, checksums, lower case and missing or
 * odd spaces are understood; numbers are read to the last digit, and what cannot be read sets a
 * bit in `words.issues` instead of being guessed.
 *
 * @returns the offset of the next line.
 */
export function scanLine(bytes: Uint8Array, start: number, end: number, words: Words): number {
  if (start + PLAIN_MOVE_ROOM < end && bytes[start] === LETTER_G && bytes[start + 2] === SPACE) {
    const next = scanPlainMove(bytes, start, words);
    if (next > 0) return next;
  }
  return scanAnyLine(bytes, start, end, words);
}

/** Lines shorter than this can be read without asking at every byte whether the buffer ends. */
const PLAIN_MOVE_ROOM = 160;

/**
 * The way nearly all lines of nearly all files are written: `G1 X1.5 Y2 E3.25`, capital letters,
 * single spaces, plain numbers, LF. Anything else gives 0 and is read by `scanAnyLine`, which
 * gives the same for these lines too; this is only quicker (see docs/benchmarks.md).
 */
function scanPlainMove(bytes: Uint8Array, start: number, words: Words): number {
  const code = bytes[start + 1] - 48;
  if (code !== 0 && code !== 1) return 0;
  const value = words.value;
  const limit = start + PLAIN_MOVE_ROOM - 24;
  let mask = 0;
  let i = start + 3;
  while (i < limit) {
    const letter = bytes[i] - 65;
    if (letter < 0 || letter > 25) return 0;
    let d = bytes[++i];
    const negative = d === MINUS;
    if (negative) d = bytes[++i];
    let mantissa = 0;
    const from = i;
    while (d >= 48 && d <= 57) {
      mantissa = mantissa * 10 + (d - 48);
      d = bytes[++i];
    }
    let digits = i - from;
    if (d === DOT) {
      const dot = i;
      d = bytes[++i];
      while (d >= 48 && d <= 57) {
        mantissa = mantissa * 10 + (d - 48);
        d = bytes[++i];
      }
      const decimals = i - dot - 1;
      digits += decimals;
      if (digits > MAX_EXACT_DIGITS) return 0;
      mantissa /= POWERS_OF_TEN[decimals];
    }
    if (digits === 0 || digits > MAX_EXACT_DIGITS) return 0;
    value[letter] = negative ? -mantissa : mantissa;
    mask |= 1 << letter;
    if (d === LF) {
      words.clear(LETTER_G, code, mask);
      return i + 1;
    }
    if (d !== SPACE) return 0;
    i++;
  }
  return 0;
}

// eslint-disable-next-line max-lines-per-function -- the hot path of reading: a call for each number would be felt
function scanAnyLine(bytes: Uint8Array, start: number, end: number, words: Words): number {
  words.clear(0, -1, 0);

  const value = words.value;
  let mask = 0;
  let i = start;

  while (i < end) {
    const c = bytes[i];
    if (c === SPACE || c === TAB) {
      i++;
      continue;
    }
    if (c === LF || c === CR) break;
    if (c === SEMICOLON) {
      words.commentStart = i + 1;
      i = lineEndFrom(bytes, i + 1, end);
      words.commentEnd = i;
      break;
    }
    const letter = c & 0xdf;
    if (letter < 65 || letter > 90 || (c & 0x40) === 0) {
      i = skipNonLetter(bytes, i, start, end, words);
      continue;
    }

    // The number behind the letter. This is the hot path of every figure in docs/benchmarks.md,
    // so the digits are gathered here and not in a helper.
    let j = i + 1;
    let d = j < end ? bytes[j] : LF;
    while (d === SPACE || d === TAB) d = ++j < end ? bytes[j] : LF;
    let negative = false;
    if (d === MINUS || d === PLUS) {
      negative = d === MINUS;
      d = ++j < end ? bytes[j] : LF;
      while (d === SPACE || d === TAB) d = ++j < end ? bytes[j] : LF;
    }
    let mantissa = 0;
    let digits = 0;
    let decimals = 0;
    const digitsFrom = j;
    while (d >= 48 && d <= 57) {
      mantissa = mantissa * 10 + (d - 48);
      digits++;
      d = ++j < end ? bytes[j] : LF;
    }
    if (d === DOT) {
      d = ++j < end ? bytes[j] : LF;
      while (d >= 48 && d <= 57) {
        mantissa = mantissa * 10 + (d - 48);
        digits++;
        decimals++;
        d = ++j < end ? bytes[j] : LF;
      }
    }

    if (digits === 0) {
      if (words.letter === 0 && isWordCharacter(d) && j === i + 1) {
        words.macro = true;
        return readText(bytes, i, start, end, words);
      }
      words.bare |= 1 << (letter - 65);
      if (j !== i + 1 && d !== SEMICOLON && d !== LF && d !== CR && !isLetter(d)) {
        words.issues |= ISSUE_BAD_NUMBER;
      }
      i = j;
      continue;
    }

    let number =
      digits <= MAX_EXACT_DIGITS
        ? mantissa / POWERS_OF_TEN[decimals]
        : Number(asciiNumber(bytes, digitsFrom, j));
    // `X1e-3` with spaces between the words is an exponent, and is reported, since printers differ;
    // in a line without spaces the E is a word of its own.
    if ((d === 101 || d === LETTER_E) && j + 1 < end) {
      const exponentEnd = exponentEndAt(bytes, j, end, start, i);
      if (exponentEnd > 0) {
        words.issues |= ISSUE_AMBIGUOUS_NUMBER;
        number = Number(asciiNumber(bytes, digitsFrom, exponentEnd));
        j = exponentEnd;
      }
    }
    if (negative) number = -number;
    if (number - number !== 0) {
      // Beyond all numbers: infinite.
      words.issues |= ISSUE_BAD_NUMBER;
      i = j;
      continue;
    }

    if (words.letter === 0 && (letter === LETTER_G || letter === LETTER_M || letter === LETTER_T)) {
      words.letter = letter;
      words.code = decimals === 0 ? number : Math.trunc(number);
      if (decimals === 1) words.subcode = mantissa - Math.trunc(number) * 10;
      if (letter === LETTER_M && TEXT_ARGUMENT.has(words.code)) {
        words.mask = mask;
        return readText(bytes, j, start, end, words);
      }
    } else if (letter === LETTER_N && words.letter === 0) {
      words.lineNumber = number;
    } else {
      if (letter === LETTER_G || letter === LETTER_M) words.issues |= ISSUE_TWO_COMMANDS;
      if (words.letter === 0) words.issues |= ISSUE_BAD_NUMBER;
      value[letter - 65] = number;
      mask |= 1 << (letter - 65);
    }
    i = j;
  }

  words.mask = mask;
  return afterLineEnd(bytes, i, end);
}

/** The offset of the line end at or after `from`; `end` when there is none. */
export function lineEndFrom(bytes: Uint8Array, from: number, end: number): number {
  let i = from;
  // One comparison for nearly all bytes: what ends a line is among the lowest.
  while (i < end && (bytes[i] > CR || (bytes[i] !== LF && bytes[i] !== CR))) i++;
  return i;
}

/** Steps over one line end: LF, CR or CRLF. */
export function afterLineEnd(bytes: Uint8Array, at: number, end: number): number {
  if (at >= end) return end;
  if (bytes[at] === CR) return at + 1 < end && bytes[at + 1] === LF ? at + 2 : at + 1;
  return at + 1;
}

function isLetter(c: number): boolean {
  const upper = c & 0xdf;
  return (c & 0x40) !== 0 && upper >= 65 && upper <= 90;
}

function isWordCharacter(c: number): boolean {
  return isLetter(c) || c === UNDERSCORE;
}

function asciiNumber(bytes: Uint8Array, from: number, to: number): string {
  let text = '';
  for (let i = from; i < to; i++) {
    if (bytes[i] !== SPACE && bytes[i] !== TAB) text += String.fromCharCode(bytes[i]);
  }
  return text;
}

/**
 * Where an exponent that starts with `e` at `at` ends; 0 when the `e` is a word of its own. It is
 * an exponent only when the words of this line are set apart by spaces.
 */
function exponentEndAt(
  bytes: Uint8Array,
  at: number,
  end: number,
  lineStart: number,
  letterAt: number,
): number {
  let i = at + 1;
  if (bytes[i] === MINUS || bytes[i] === PLUS) i++;
  const digitsFrom = i;
  while (i < end && bytes[i] >= 48 && bytes[i] <= 57) i++;
  if (i === digitsFrom || i - digitsFrom > 3) return 0;
  if (i < end && bytes[i] === DOT) return 0;
  const spaced =
    letterAt > lineStart && (bytes[letterAt - 1] === SPACE || bytes[letterAt - 1] === TAB);
  return spaced ? i : 0;
}

/** Handles what is neither a letter, a blank nor a `;` comment at `at`; returns where to go on. */
function skipNonLetter(
  bytes: Uint8Array,
  at: number,
  lineStart: number,
  end: number,
  words: Words,
): number {
  const c = bytes[at];
  if (c === OPEN) {
    let i = at + 1;
    while (i < end && bytes[i] !== CLOSE && bytes[i] !== LF && bytes[i] !== CR) i++;
    if (words.commentStart < 0) {
      words.commentStart = at + 1;
      words.commentEnd = i;
    }
    return i < end && bytes[i] === CLOSE ? i + 1 : i;
  }
  if (c === QUOTE) return afterQuote(bytes, at, end);
  if (c === ASTERISK) return checkChecksum(bytes, at, lineStart, end, words);
  if (c === 0xef && at === lineStart && bytes[at + 1] === 0xbb && bytes[at + 2] === 0xbf) {
    return at + 3;
  }
  words.issues |= ISSUE_BAD_NUMBER;
  return at + 1;
}

/** Steps over a text in quotes, as some commands carry it: its letters are no parameters. */
function afterQuote(bytes: Uint8Array, at: number, end: number): number {
  let i = at + 1;
  while (i < end && bytes[i] !== QUOTE && bytes[i] !== LF && bytes[i] !== CR) i++;
  return i < end && bytes[i] === QUOTE ? i + 1 : i;
}

/** Compares `*57` with the XOR of the bytes before the asterisk, as serial firmwares do. */
function checkChecksum(
  bytes: Uint8Array,
  at: number,
  lineStart: number,
  end: number,
  words: Words,
): number {
  let sum = 0;
  for (let i = lineStart; i < at; i++) sum ^= bytes[i];
  let stated = 0;
  let i = at + 1;
  const digitsFrom = i;
  while (i < end && bytes[i] >= 48 && bytes[i] <= 57) stated = stated * 10 + (bytes[i++] - 48);
  if (i > digitsFrom) words.checksum = stated;
  if (i === digitsFrom || stated !== sum) words.issues |= ISSUE_BAD_CHECKSUM;
  return i;
}

/**
 * Takes the rest of the line, up to a `;`, as text: of a macro of the user's firmware the whole line, of
 * other commands what stands behind them. Leading blanks do not count.
 */
function readText(
  bytes: Uint8Array,
  from: number,
  lineStart: number,
  end: number,
  words: Words,
): number {
  let start = from;
  while (start < end && (bytes[start] === SPACE || bytes[start] === TAB)) start++;
  const lineEnd = lineEndFrom(bytes, start, end);
  let stop = start;
  while (stop < lineEnd && bytes[stop] !== SEMICOLON) stop++;
  if (stop < lineEnd) {
    words.commentStart = stop + 1;
    words.commentEnd = lineEnd;
  }
  // A numbered line ends with its checksum, which is no part of the text.
  const star = words.lineNumber < 0 ? -1 : bytes.lastIndexOf(ASTERISK, stop - 1);
  if (star >= start) {
    checkChecksum(bytes, star, lineStart, end, words);
    stop = star;
  }
  words.textStart = start;
  words.textEnd = stop;
  return afterLineEnd(bytes, lineEnd, end);
}
