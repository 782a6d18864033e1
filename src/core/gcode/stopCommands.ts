import { Effect } from './effect';
import type { Words } from './words';

/** Names of firmware macros that commonly stop and wait; the user's own words come from the printer. */
export const STOP_MACRO = /^(PAUSE|M600|FILAMENT_CHANGE|CHANGE_FILAMENT)\b/i;

/** Longest name of a macro that is looked at. */
const LONGEST_MACRO = 40;
/** A dwell of this length is a stop in all but name: somebody is waited for, s. */
const LONG_DWELL = 30;

/** True for an M code that makes the printer wait for a person. */
export function isStopCommand(words: Words): boolean {
  switch (words.code) {
    case 0:
    case 1:
    case 25:
    case 125:
    case 226:
    case 600:
    case 601:
      return true;
    case 291:
      // A message that stays until somebody answers it.
      return words.getOr('S', 1) >= 2;
    case 400:
      return words.getOr('U', 0) > 0;
    default:
      return false;
  }
}

/** True when a line just executed makes the printer wait for a person: a stop, or a long dwell. */
export function waitsForSomebody(
  effect: Effect,
  machine: { readonly waitSeconds: number },
): boolean {
  if (effect === Effect.Dwell) return machine.waitSeconds >= LONG_DWELL;
  return effect === Effect.Stop;
}

/** @param own names of the firmware's own macros that stop and wait, in capitals. */
export function isStopMacro(words: Words, bytes: Uint8Array, own: readonly string[]): boolean {
  const length = Math.min(words.textEnd - words.textStart, LONGEST_MACRO);
  let text = '';
  for (let i = 0; i < length; i++) text += String.fromCharCode(bytes[words.textStart + i]);
  return STOP_MACRO.test(text) || own.includes(text.split(/\s/, 1)[0].toUpperCase());
}
