import { textOfBytes } from '../text';
import { commandsWith, isLabel, mayActByName } from './commandTable';
import { STOP_MACRO } from './stopCommands';
import { letterIndex, type Words } from './lines/words';

/**
 * Settings of a firmware that are told apart by more than a letter: those of another fan, of an extruder by its
 * number, and the words with parameters of a firmware that reads names (`SET_VELOCITY_LIMIT ACCEL=5000`). Each
 * has a name, as `M106 P1 S` or `SET_PRESSURE_ADVANCE EXTRUDER=extruder ADVANCE`, and a value as it is written.
 */
const NUMBERED = commandsWith('named');

/** `SET_…` words set something and move nothing, but for what moves the origin, a place or heat. */
const SETS = /^SET_[A-Z0-9_]+/;
/** The name of any other word with parameters: what it does is not known, and it holds until it is said again. */
const WORD = /^[A-Z_][A-Z0-9_]*(?=\s)/;
const NOT_A_SETTING = /^SET_(GCODE_OFFSET|KINEMATIC_POSITION|HEATER_TEMPERATURE|POSITION|STEPPER)/;
const PARAMETER = /([A-Z_][A-Z0-9_]*)\s*=\s*("[^"]*"|[^\s;]+)/gi;
const NUMBER = /^[-+]?(\d+\.?\d*|\.\d+)$/;
/** Longest word with its parameters that is looked at, bytes. */
const LONGEST = 240;

/** Whether a numbered command sets something by a name: the part fan has a place of its own. */
export function isNumberedSetting(words: Words): boolean {
  if (words.letter !== M || words.subcode !== 0) return false;
  if (words.code === 106 || words.code === 107) return words.getOr('P', 0) !== 0;
  return NUMBERED.has(words.code);
}

/** Whether the text of a word with parameters is one that only sets something. */
export function isNamedSetting(text: string): boolean {
  const line = text.trim().toUpperCase();
  if (SETS.test(line)) return !NOT_A_SETTING.test(line);
  const name = WORD.exec(line)?.[0];
  if (name === undefined || isLabel(name) || STOP_MACRO.test(name) || mayActByName(name))
    return false;
  return /=\s*[-+.]?\d/.test(line);
}

const M = 77;
/** Which object is printed: `M486 S2`. */
const LABEL_NUMBER = /^S\s*(-?\d+)/i;

/** The settings by name that a file has made so far. */
export class NamedSettings {
  private text = '';
  private isStale = false;
  private constructor(private readonly values: Map<string, string>) {}

  static none(): NamedSettings {
    return new NamedSettings(new Map());
  }

  /** Goes on from what {@link capture} has made. */
  static from(captured: string): NamedSettings {
    const made = new NamedSettings(entriesOf(captured));
    made.text = captured;
    return made;
  }

  /** All of them as one text: one a line, in the order of their names. */
  capture(): string {
    if (this.isStale) this.text = textOf(this.values);
    this.isStale = false;
    return this.text;
  }

  /** Takes a command with a number. */
  takeNumbered(words: Words): void {
    const code = words.code === 107 ? 106 : words.code;
    const setting = NUMBERED.get(code);
    if (!setting) return;
    const about = [...setting.about].flatMap((letter) =>
      words.has(letter) ? [` ${letter}${words.get(letter)}`] : [],
    );
    const name = `M${code}${about.join('')}`;
    if (words.code === 107) this.set(`${name} S`, '0');
    else if (words.code === 106 && !words.has('S')) this.set(`${name} S`, '255');
    else {
      for (const letter of setting.sets) {
        if (words.has(letter))
          this.set(`${name} ${letter}`, String(words.value[letterIndex(letter)]));
      }
    }
  }

  /** Takes a word with parameters, whose whole line stands in `bytes`. */
  takeNamed(words: Words, bytes: Uint8Array): void {
    const { textStart, textEnd } = words;
    if (textEnd - textStart > LONGEST) return;
    const text = textOfBytes(bytes.subarray(textStart, textEnd));
    if (!isNamedSetting(text)) return;
    const [word] = WORD.exec(text.toUpperCase()) ?? [''];
    const found = [...text.slice(word.length).matchAll(PARAMETER)];
    const about = found.filter(([, , value]) => !NUMBER.test(value));
    // Values are names that such firmwares tell apart by small letters; words are not.
    const which = about.map(([, key, value]) => `${key.toUpperCase()}=${value}`).sort();
    const name = [word, ...which].join(' ');
    for (const [, key, value] of found) {
      if (NUMBER.test(value)) this.set(`${name} ${key.toUpperCase()}`, String(Number(value)));
    }
  }

  /** Takes the number of an object from what stands behind `M486`. */
  takeLabel({ textStart, textEnd }: Words, bytes: Uint8Array): void {
    const text = textStart < 0 ? '' : textOfBytes(bytes.subarray(textStart, textEnd)).trim();
    const number = LABEL_NUMBER.exec(text)?.[1];
    if (number !== undefined) this.set('M486 S', number);
  }

  private set(name: string, value: string): void {
    if (this.values.get(name) === value) return;
    this.values.set(name, value);
    this.isStale = true;
  }
}

function textOf(values: ReadonlyMap<string, string>): string {
  return [...values]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, value]) => `${name}=${value}`)
    .join('\n');
}

/** Captured settings, by name. */
export function entriesOf(captured: string): Map<string, string> {
  if (captured === '') return new Map();
  return new Map(
    captured.split('\n').map((line) => {
      const at = line.lastIndexOf('=');
      return [line.slice(0, at), line.slice(at + 1)];
    }),
  );
}

/** Settings of which some are not known yet, filled up from others. */
export function filledNamed(captured: string, assumed: ReadonlyMap<string, string>): string {
  if (assumed.size === 0) return captured;
  const values = entriesOf(captured);
  return textOf(new Map([...assumed, ...values]));
}

/** Names of the settings that differ; what neither file ever set is the same. */
export function namedDifferences(expected: string, found: string): string[] {
  if (expected === found) return [];
  const [wanted, is] = [entriesOf(expected), entriesOf(found)];
  return [...new Set([...wanted.keys(), ...is.keys()])].filter(
    (name) => wanted.get(name) !== is.get(name),
  );
}

/** The commands that lead from some settings to others; what the others do not name is left alone. */
export function namedCommands(from: string, to: string): string[] {
  if (from === to) return [];
  const [before, after] = [entriesOf(from), entriesOf(to)];
  const byWord = new Map<string, string>();
  const wordOf = (name: string): string => name.slice(0, name.lastIndexOf(' '));
  const changed = new Set(
    [...after].flatMap(([name, value]) => (before.get(name) === value ? [] : [wordOf(name)])),
  );
  for (const [name, value] of after) {
    // A word that is not known is said with all that it was said with.
    const isWhole = !/^(?:M\d|SET_)/.test(name) && changed.has(wordOf(name));
    if (before.get(name) === value && !isWhole) continue;
    const at = name.lastIndexOf(' ');
    const [word, key] = [name.slice(0, at), name.slice(at + 1)];
    const sets = /^M\d/.test(word) ? `${key}${value}` : `${key}=${value}`;
    byWord.set(word, `${byWord.get(word) ?? word} ${sets}`);
  }
  return [...byWord.values()];
}
