import { textOfBytes } from '../text';
import type { Words } from './lines/words';

const G = 71;
const M = 77;
const T = 84;
/** Longest word with its parameters that is looked at, bytes. */
const LONGEST = 120;

/** Names of macros that take a tool, in whatever order their two words stand. */
const TAKES_TOOL =
  /^(?:(?:CHANGE|SELECT|USE|ACTIVATE|SWITCH|PICKUP)_?(?:TOOL|EXTRUDER)|(?:TOOL|EXTRUDER)_?(?:CHANGE|SELECT|SWITCH|PICKUP))$/i;
/** Its number among the parameters: `T=1`, `TOOL=1`, `T1`, `1`, or `EXTRUDER=extruder1`. */
const NUMBER = /^(?:(?:T|TOOL|P|EXTRUDER|INDEX)\s*=?\s*)?(?:extruder)?(\d+)$/i;
/** The first of several is often called without its number. */
const FIRST = /^(?:EXTRUDER\s*=\s*)?extruder$/i;
/** A name that speaks of tools, whatever it does with them. */
const SPEAKS_OF_TOOLS = /TOOL|EXTRUDER/i;

/**
 * The tool that a line changes to: `T1`, `M6 T1`, or a macro whose name says so with a number.
 * @returns null for a line that changes none.
 */
export function changedTool(words: Words, bytes: Uint8Array): number | null {
  const { letter, code } = words;
  if (letter === T) return code;
  if (letter === M) return code === 6 && words.has('T') ? words.get('T') : null;
  return words.macro ? toolOfMacro(macroText(words, bytes)) : null;
}

/** The tool that a macro changes to; null when its name or its parameters do not say. */
function toolOfMacro(text: string): number | null {
  const [name, ...parameters] = text.split(/\s+/);
  if (!TAKES_TOOL.test(name)) return null;
  for (const parameter of parameters) {
    const number = NUMBER.exec(parameter)?.[1];
    if (number !== undefined) return Number(number);
    if (FIRST.test(parameter)) return 0;
  }
  return null;
}

/**
 * Whether a line may change the tool in a way that is not known: a change without a number, or a macro or a
 * command that speaks of a tool otherwise.
 * @param isKnown whether the numbered command is one that is known.
 */
export function mayChangeTool(words: Words, bytes: Uint8Array, isKnown: boolean): boolean {
  const { letter, code } = words;
  if (letter === M) return code === 6 ? !words.has('T') : !isKnown && words.has('T');
  if (!words.macro) return false;
  const text = macroText(words, bytes);
  const [name] = text.split(/\s+/, 1);
  return (
    SPEAKS_OF_TOOLS.test(name) &&
    !/^(?:SET|START|END|PRINT)_/i.test(name) &&
    toolOfMacro(text) === null
  );
}

/** The tool that a line heats by its number; null when it names none, and so means the one in use. */
export function heatedTool(words: Words): number | null {
  const letter = isTableOfHeats(words) ? 'P' : 'T';
  return words.has(letter) ? words.get(letter) : null;
}

/** `G10 P1 S210 R170` and `M568 P1 S210`: temperatures of a tool by its number, working and waiting. */
export function isTableOfHeats(words: Words): boolean {
  const { letter, code } = words;
  const isTable =
    (letter === G && code === 10 && !words.has('L')) || (letter === M && code === 568);
  return isTable && words.has('P') && words.has('S');
}

function macroText({ textStart, textEnd }: Words, bytes: Uint8Array): string {
  const end = Math.min(textEnd, textStart + LONGEST);
  return textOfBytes(bytes.subarray(textStart, end)).trim();
}
