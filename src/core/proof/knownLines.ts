import { Effect } from '../gcode/effect';
import { STOP_MACRO } from '../gcode/stopCommands';
import { G_COMMANDS, M_COMMANDS } from '../gcode/commandTable';
import { isNamedSetting } from '../gcode/namedSettings';
import { SLOTS_OF_COMMAND } from '../gcode/settingSlots';
import { letterBit, type Words } from '../gcode/lines/words';
import type { Printer } from '../printer/printer';
import type { ObeyedLine } from '../printer/simulate';

const G = 71;
const M = 77;
const AXES = ['X', 'Y', 'Z', 'E', 'F'];

/** Why a line of a block cannot be followed, as the end of a sentence; null when it can. */
export function whyUnknown(
  { machine, words, effect, text }: ObeyedLine,
  printer: Pick<Printer, 'stopWords' | 'macros' | 'name'>,
): string | null {
  if (words.issues !== 0) return `has an ambiguous line: ${text}`;
  if (words.macro) return whyUnknownMacro(text, printer);
  if (words.letter === 0) return null;
  const code = String.fromCharCode(words.letter) + words.code;
  if (words.letter !== G && words.letter !== M) return `changes the tool (${code})`;
  if (effect === Effect.Unknown || words.subcode !== 0) return `holds ${text}, ${NOT_FOLLOWED}`;
  if (effect === Effect.Curve && !machine.curve.valid) return `holds ${text}, which is not an arc`;
  const letters = words.letter === G ? G_COMMANDS.get(words.code)?.letters : lettersOfM(words.code);
  if (letters === undefined) return `holds ${text}, ${NOT_FOLLOWED}`;
  const odd = otherLetter(words, letters);
  if (odd !== null) return `holds ${text}, whose ${odd} is unknown`;
  const bare = AXES.find((letter) => (words.bare & letterBit(letter)) !== 0);
  if (bare && words.letter === G) return `holds ${text}, where ${bare} has no number`;
  return whyNotThisHeater(words, text, machine.tool);
}

const NOT_FOLLOWED = 'which Lamella cannot follow';

function lettersOfM(code: number): string | undefined {
  const slots = SLOTS_OF_COMMAND.get(code);
  if (slots) return slots.map(({ letter }) => letter).join('');
  return M_COMMANDS.get(code)?.letters;
}

function otherLetter(words: Words, known: string): string | null {
  for (let i = 0; i < 26; i++) {
    const letter = String.fromCharCode(65 + i);
    if (words.names(letter) && !known.includes(letter)) return letter;
  }
  return null;
}

/** Heaters of other tools are none of a swap's business. */
function whyNotThisHeater(words: Words, text: string, tool: number): string | null {
  const { code } = words;
  if (words.letter !== M) return null;
  if ((code === 104 || code === 109) && words.has('T') && words.get('T') !== tool) {
    return `holds ${text}, which heats another tool`;
  }
  return null;
}

function whyUnknownMacro(
  text: string,
  { stopWords, macros, name }: Pick<Printer, 'stopWords' | 'macros' | 'name'>,
): string | null {
  if (isNamedSetting(text)) return null;
  const word = text.split(/\s/, 1)[0].toUpperCase();
  if (STOP_MACRO.test(word) || stopWords.includes(word) || macros.includes(word)) return null;
  return `calls the macro ${word}, which the profile of ${name} does not list`;
}

/**
 * Whether a line may let motors of X, Y or Z go. Only a printer whose firmware reads letters behind
 * `M84` keeps the others; on all others any `M18` or `M84` may let all go.
 */
export function releasesMotors(words: Words, namesMotors: boolean): boolean {
  if (words.letter !== M || (words.code !== 18 && words.code !== 84)) return false;
  if (!namesMotors) return true;
  const onlyExtruder = words.names('E') && !['X', 'Y', 'Z', 'S'].some((one) => words.names(one));
  const keepsOn =
    words.code === 84 &&
    words.has('S') &&
    words.get('S') === 0 &&
    words.mask === letterBit('S') &&
    words.bare === 0;
  return !onlyExtruder && !keepsOn;
}
