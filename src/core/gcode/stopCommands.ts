import { Effect } from './effect';
import type { Words } from './words';

/** Names of firmware macros that commonly stop and wait; the user's own words come from the printer. */
export const STOP_MACRO = /^(PAUSE|M600|FILAMENT_CHANGE|CHANGE_FILAMENT)\b/i;

/** Longest name of a macro that is looked at. */
const LONGEST_MACRO = 40;
/** A dwell of this length is a stop in all but name: somebody is waited for, s. */
const LONG_DWELL = 30;

/** A numbered command that makes the printer wait for a person. */
interface StopCommand {
  /** Letters that it may carry in a block; left out where it may not stand in one. */
  readonly letters?: string;
  /** What a recipe may use it for; not at all when left out. */
  readonly kinds?: readonly ('change' | 'pause')[];
  /** Whether it waits, with these words; always when left out. */
  readonly waits?: (words: Words) => boolean;
}

/** All of them, by the number of their M code. What reads, writes or proves a stop looks here. */
export const STOP_COMMANDS: ReadonlyMap<number, StopCommand> = new Map<number, StopCommand>([
  [0, { letters: '', kinds: ['pause'] }],
  [1, { letters: '', kinds: ['pause'] }],
  [25, { letters: '', kinds: ['pause'] }],
  [125, { letters: '' }],
  [226, { letters: '', kinds: ['pause'] }],
  // A message that stays until somebody answers it.
  [291, { waits: (words) => words.getOr('S', 1) >= 2 }],
  [400, { letters: 'U', waits: (words) => words.getOr('U', 0) > 0 }],
  [600, { letters: 'XYZEULBRT', kinds: ['change'] }],
  [601, { letters: 'XYZEULBRT', kinds: ['change', 'pause'] }],
]);

/** True for an M code that makes the printer wait for a person. */
export function isStopCommand(words: Words): boolean {
  const command = STOP_COMMANDS.get(words.code);
  return command !== undefined && (command.waits?.(words) ?? true);
}

/** Whether a recipe may stop the printer by a numbered command, as `M600`. */
export function canStopBy(command: string, kind: 'change' | 'pause'): boolean {
  const number = /^M(\d+)$/i.exec(command)?.[1];
  return (
    number !== undefined && (STOP_COMMANDS.get(Number(number))?.kinds?.includes(kind) ?? false)
  );
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
