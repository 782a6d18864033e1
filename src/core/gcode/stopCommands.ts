import { commandsWith, type StopUse } from './commandTable';
import { Effect } from './effect';
import type { Words } from './lines/words';

/** Names of firmware macros that commonly stop and wait; the user's own words come from the printer. */
export const STOP_MACRO = /^(PAUSE|M600|FILAMENT_CHANGE|CHANGE_FILAMENT)\b/i;

/** Longest name of a macro that is looked at. */
const LONGEST_MACRO = 40;
/** A dwell of this length is a stop in all but name: somebody is waited for, s. */
const LONG_DWELL = 30;

/** Numbered commands that make the printer wait for a person. */
const STOPS = commandsWith('stops');

/** True for an M code that makes the printer wait for a person. */
export function isStopCommand(words: Words): boolean {
  const stops = STOPS.get(words.code);
  return stops !== undefined && (stops.waits?.(words) ?? true);
}

/** Whether a recipe may stop the printer by a numbered command, as `M600`. */
export function canStopBy(command: string, use: StopUse): boolean {
  const number = /^M(\d+)$/i.exec(command)?.[1];
  return number !== undefined && canUse(Number(number), use);
}

/** Whether an M code may be used so: a change by the firmware may name its place. */
export function canUse(code: number, use: StopUse): boolean {
  return STOPS.get(code)?.uses.includes(use) ?? false;
}

/** Whether the very meaning of a numbered command is a change of filament. */
export function meansChange(command: string): boolean {
  const number = /^M(\d+)\b/i.exec(command)?.[1];
  const uses = number === undefined ? undefined : STOPS.get(Number(number))?.uses;
  return uses !== undefined && uses.length > 0 && uses.every((use) => use === 'change');
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
