import { canStopBy, STOP_MACRO } from '../gcode/stopCommands';

/** The ways to stop a printer for a swap. */
export const RECIPE_KINDS = [
  'change-command',
  'pause-command',
  'spelled-out',
  'beep-only',
  'host-scripts',
] as const;
export type RecipeKind = (typeof RECIPE_KINDS)[number];

/** What each way is called, and what it does, for a person. */
export const KIND_WORDS: Readonly<Record<RecipeKind, { name: string; about: string }>> = {
  'change-command': {
    name: 'Change command',
    about: 'The printer knows a command for the whole swap: it parks, waits, loads and returns.',
  },
  'pause-command': {
    name: 'Pause command',
    about: 'The printer only stops and waits. Its firmware decides about parking and heat.',
  },
  'spelled-out': {
    name: 'Spelled out',
    about: 'The file itself parks, waits, loads, purges and returns, move by move.',
  },
  'beep-only': {
    name: 'Beep, and you pause',
    about: 'The printer only beeps. You press pause yourself, so be there in time.',
  },
  'host-scripts': {
    name: 'Scripts of a print host',
    about: 'The program that sends the file acts on the pause. You paste two scripts into it.',
  },
};

/** A firmware's macro, by name. */
const MACRO = /^[A-Z_][A-Z_0-9]*$/i;
/** A single letter and digits is a command and no macro. */
const NUMBERED = /^[A-Z]\d+$/i;
/** The same, and a dwell, which a spelled-out swap may wait by. */
const DWELL = /^G4$/i;

/** Whether a command can stop the printer in a way. */
export function canStop(kind: RecipeKind, command: string): boolean {
  if (kind === 'beep-only') return command === '';
  if (kind === 'spelled-out' && DWELL.test(command)) return true;
  if (NUMBERED.test(command)) {
    return canStopBy(command, kind === 'change-command' ? 'change' : 'pause');
  }
  return MACRO.test(command);
}

/** The word of a firmware's macro; null for a numbered command. */
export function macroWord(command: string): string | null {
  return command === '' || NUMBERED.test(command) ? null : command.toUpperCase();
}

/** The word of a macro that only its own printer knows as a stop; null for commands known to all. */
export function ownStopWord(command: string): string | null {
  const word = macroWord(command);
  return word === null || STOP_MACRO.test(word) ? null : word;
}

/** The command that a way most often has. */
export const USUAL_COMMAND: Readonly<Record<RecipeKind, string>> = {
  'change-command': 'M600',
  'pause-command': 'M0',
  'spelled-out': 'M0',
  'beep-only': '',
  'host-scripts': 'PAUSE',
};
