import type { Words } from './words';

/** `1d 2h 3m 4s` in any selection, with short or long words. */
const PARTS =
  /(\d+(?:\.\d+)?)\s*(days?|d|hours?|hrs?|h|minutes?|mins?|m|seconds?|secs?|s)(?![a-z])/gi;
const ABOUT_TIME =
  /\b(?:print(?:ing)?|estimated|build|total)?[\s_-]*time\b(?!_)(?!\s*(?:elapsed|lapse|stamp|out))/i;
const BARE_SECONDS = /time\s*[:=]\s*(\d+(?:\.\d+)?)\s*$/i;
const LONGEST = 120;
const SECONDS_IN: Readonly<Record<string, number>> = { d: 86_400, h: 3600, m: 60, s: 1 };

/**
 * The print time that a comment states, in seconds; null when it states none. Recognised by shape:
 * the word `time` with a duration behind it, or with a bare number, which is in seconds.
 */
export function statedSeconds(bytes: Uint8Array, words: Words): number | null {
  const { commentStart: start, commentEnd: end } = words;
  if (end - start > LONGEST || !mentionsTime(bytes, start, end)) return null;
  let text = '';
  for (let i = start; i < end; i++) text += String.fromCharCode(bytes[i]);
  const about = ABOUT_TIME.exec(text);
  if (!about) return null;
  const rest = text.slice(about.index);
  const bare = BARE_SECONDS.exec(rest);
  if (bare) return Number(bare[1]);
  const parts = [...rest.matchAll(PARTS)];
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
