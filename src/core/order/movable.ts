import { chunksOf, type ByteSource } from '../byteSource';
import { LineStream } from '../gcode/lineStream';
import { scanLine } from '../gcode/scan';
import { SLOTS_OF_COMMAND } from '../gcode/settingSlots';
import { commandText } from '../gcode/stops';
import { Words } from '../gcode/words';
import type { Reading } from '../read/reading';

const G = 71;
const M = 77;
const T = 84;

/** A command that keeps its section in its place, since nobody knows what it does to what follows. */
export interface HeldSection {
  /** Place among the reading's sections, and that of the one that leads to it. */
  readonly section: number;
  readonly lead: number;
  readonly line: number;
  readonly text: string;
}

/** Moves, waits and modes whose effect is all in the state that a seam puts back. */
const KNOWN_G: ReadonlySet<number> = new Set([0, 1, 2, 3, 4, 5, 10, 11, 17, 20, 21, 90, 91, 92]);
/** Settings that a seam puts back, and what only shows, sounds or asks. */
const KNOWN_M: ReadonlySet<number> = new Set([
  17, 73, 82, 83, 104, 105, 106, 107, 109, 114, 115, 117, 118, 140, 155, 190, 200, 220, 221, 300,
  400,
]);

/**
 * Finds the sections that hold a command which Lamella does not know, or a stop of the file itself that
 * stays: in the section, or on the way to it.
 * @param takenOut lines of stops that are no stops any more.
 */
export async function heldSections(
  input: ByteSource,
  { sections, sources, stops }: Pick<Reading, 'sections' | 'sources' | 'stops'>,
  takenOut: ReadonlySet<number>,
): Promise<HeldSection[]> {
  const held: HeldSection[] = [];
  const words = new Words();
  let at = 0;
  let line = 0;
  const waits = new Set(stops.map((stop) => stop.line));
  const begins = new Set(sources.map(({ firstSection }) => firstSection));
  const stream = new LineStream((bytes, end, base) => {
    for (let from = 0; from < end;) {
      const next = scanLine(bytes, from, end, words);
      line++;
      const offset = base + from;
      if (words.letter !== 0 || words.macro) {
        while (at < sections.length && offset >= sections[at].endOffset) at++;
        const isOwn = isKnown(words) && !waits.has(line);
        const known = at === sections.length || isOwn || takenOut.has(line);
        // What stands at the start of a file is printed as it is, or not at all.
        const isStart = begins.has(at) && offset < sections[at].firstOffset;
        if (!known && !isStart && held.at(-1)?.section !== at) {
          const lead = begins.has(at) ? at : at - 1;
          held.push({ section: at, lead, line, text: commandText(words, bytes, from) });
        }
      }
      from = next;
    }
  });
  for await (const chunk of chunksOf(input, sections.at(-1)?.endOffset ?? 0)) stream.push(chunk);
  stream.finish();
  return held;
}

function isKnown(words: Words): boolean {
  const { letter, code, macro, subcode } = words;
  if (macro || subcode !== 0) return false;
  if (letter === T) return true;
  if (letter === G) return KNOWN_G.has(code);
  if (letter !== M) return false;
  // Fans and heaters besides the nozzle's own are not followed.
  if ((code === 106 || code === 107) && words.getOr('P', 0) !== 0) return false;
  return KNOWN_M.has(code) || (SLOTS_OF_COMMAND.has(code) && code !== 290);
}

/** The sections that stay: each that holds such a command, and the one that leads to it. */
export function fixedBy(held: readonly HeldSection[]): Set<number> {
  return new Set(held.flatMap(({ section, lead }) => [lead, section]));
}
