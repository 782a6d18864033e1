import type { ByteSource } from '../byteSource';
import { textOfBytes } from '../text';
import { M_COMMANDS, mayActByName } from '../gcode/commandTable';
import { Words } from '../gcode/lines/words';
import { scanLine } from '../gcode/lines/scan';
import { isNamedSetting } from '../gcode/namedSettings';
import { STOP_MACRO } from '../gcode/stopCommands';
import { commandText } from '../gcode/stops';
import { changedTool } from '../gcode/toolWords';
import type { SlicedFile } from '../read/slicedFile';

const M = 77;

/**
 * Words on the ways to sections that nobody follows and that move nothing, as they are written: beginnings and ends of
 * objects, macros and commands that are not known. What leads over such a travel says them, so that they go with their section.
 * @param places among the reading's sections.
 */
export async function carriedWords(
  input: ByteSource,
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  places: Iterable<number>,
): Promise<Map<number, readonly string[]>> {
  // What stands before the first section of a file is its start, and no way.
  const begins = new Set(sources.map(({ firstSection }) => firstSection));
  const found = new Map<number, readonly string[]>();
  for (const place of places) {
    if (begins.has(place)) continue;
    const { travelOffset, restartOffset } = sections[place];
    const carried = wordsIn(await input.slice(travelOffset, restartOffset));
    if (carried.length > 0) found.set(place, carried);
  }
  return found;
}

function wordsIn(bytes: Uint8Array): string[] {
  const words = new Words();
  const found: string[] = [];
  for (let at = 0; at < bytes.length;) {
    const next = scanLine(bytes, at, bytes.length, words);
    if (isCarried(words, bytes)) found.push(commandText(words, bytes, at));
    at = next;
  }
  return found;
}

function isCarried(words: Words, bytes: Uint8Array): boolean {
  if (words.letter === M) return !M_COMMANDS.has(words.code);
  if (!words.macro || changedTool(words, bytes) !== null) return false;
  const text = textOfBytes(bytes.subarray(words.textStart, words.textEnd));
  return !isNamedSetting(text) && !mayActByName(text) && !STOP_MACRO.test(text.trim());
}
