import type { Words } from './lines/words';

/** `1d 2h 3m 4s` in any selection, with short or long words. */
const PARTS =
  /(\d+(?:\.\d+)?)\s*(days?|d|hours?|hrs?|h|minutes?|mins?|m|seconds?|secs?|s)(?![a-z])/gi;
/** `1:23:45`, perhaps with days before it. */
const CLOCK = /(?:(\d+)\s*d(?:ays?)?\s*)?(\d+):([0-5]\d):([0-5]\d)(?!\d)/i;
const ABOUT_TIME =
  /\b(?:print(?:ing)?|estimated|build|total)?[\s_-]*time\b(?!_)(?!\s*(?:elapsed|lapse|stamp|out|of\b))/i;
const BARE_SECONDS = /time\s*[:=]\s*(\d+(?:\.\d+)?)\s*$/i;
const TOTAL = /\btotal\b/i;
const LONGEST = 200;
const SECONDS_IN: Readonly<Record<string, number>> = { d: 86_400, h: 3600, m: 60, s: 1 };

/** A print time that a comment states. */
export interface StatedTime {
  readonly seconds: number;
  /** It is called the total, as against that of the model alone. */
  readonly isTotal: boolean;
}

/**
 * The print time that a comment states; null when it states none. Recognised by shape: the word
 * `time` with a duration behind it, or with a bare number, which is in seconds. Of several in one
 * comment the total counts.
 */
export function statedTime(bytes: Uint8Array, words: Words): StatedTime | null {
  const { commentStart: start, commentEnd: end } = words;
  if (end - start > LONGEST || !mentionsTime(bytes, start, end)) return null;
  let text = '';
  for (let i = start; i < end; i++) text += String.fromCharCode(bytes[i]);
  const found = text.split(/[;,|]/).flatMap((piece) => timeIn(piece) ?? []);
  return found.find(({ isTotal }) => isTotal) ?? found.at(0) ?? null;
}

function timeIn(text: string): StatedTime | null {
  const about = ABOUT_TIME.exec(text);
  if (!about) return null;
  const rest = text.slice(about.index);
  const seconds = secondsIn(rest);
  return seconds === null ? null : { seconds, isTotal: TOTAL.test(text) };
}

function secondsIn(text: string): number | null {
  const clock = CLOCK.exec(text);
  if (clock) {
    const [days, hours, minutes, seconds] = clock
      .slice(1)
      .map((part: string | undefined) => Number(part ?? 0));
    return days * SECONDS_IN.d + hours * SECONDS_IN.h + minutes * SECONDS_IN.m + seconds;
  }
  const bare = BARE_SECONDS.exec(text);
  if (bare) return Number(bare[1]);
  const parts = [...text.matchAll(PARTS)];
  if (parts.length === 0) return null;
  return parts.reduce(
    (sum, [, number, unit]) => sum + Number(number) * SECONDS_IN[unit[0].toLowerCase()],
    0,
  );
}

function mentionsTime(bytes: Uint8Array, start: number, end: number): boolean {
  for (let i = start; i + 3 < end; i++) {
    if (
      (bytes[i] | 32) === 116 &&
      (bytes[i + 1] | 32) === 105 &&
      (bytes[i + 2] | 32) === 109 &&
      (bytes[i + 3] | 32) === 101
    ) {
      return true;
    }
  }
  return false;
}
