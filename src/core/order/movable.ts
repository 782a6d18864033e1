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
 * stays: in the section, or on the way to it. It is told every line of the file.
 */
export class HeldFinder {
  readonly held: HeldSection[] = [];
  private at = 0;
  private line = 0;
  private readonly waits: ReadonlySet<number>;
  private readonly begins: ReadonlySet<number>;

  /** @param takenOut lines of stops that are no stops any more. */
  constructor(
    private readonly reading: Pick<Reading, 'sections' | 'sources' | 'stops'>,
    private readonly takenOut: ReadonlySet<number>,
  ) {
    this.waits = new Set(reading.stops.map((stop) => stop.line));
    this.begins = new Set(reading.sources.map(({ firstSection }) => firstSection));
  }

  /** Takes the line that begins at `from` in `bytes`, `offset` in the file. */
  take(words: Words, bytes: Uint8Array, from: number, offset: number): void {
    this.line++;
    if (words.letter === 0 && !words.macro) return;
    const { begins, line } = this;
    const { sections } = this.reading;
    while (this.at < sections.length && offset >= sections[this.at].endOffset) this.at++;
    const { at } = this;
    if (at === sections.length || (isKnown(words) && !this.waits.has(line))) return;
    // What stands at the start of a file is printed as it is, or not at all.
    const isStart = begins.has(at) && offset < sections[at].firstOffset;
    if (isStart || this.takenOut.has(line) || this.held.at(-1)?.section === at) return;
    const lead = begins.has(at) ? at : at - 1;
    this.held.push({ section: at, lead, line, text: commandText(words, bytes, from) });
  }
}

/** The sections of a file that are printed in their place: see `HeldFinder`. */
export async function heldSections(
  input: ByteSource,
  reading: Pick<Reading, 'sections' | 'sources' | 'stops'>,
  takenOut: ReadonlySet<number>,
): Promise<HeldSection[]> {
  const finder = new HeldFinder(reading, takenOut);
  const words = new Words();
  const stream = new LineStream((bytes, end, base) => {
    for (let from = 0; from < end;) {
      const next = scanLine(bytes, from, end, words);
      finder.take(words, bytes, from, base + from);
      from = next;
    }
  });
  const end = reading.sections.at(-1)?.endOffset ?? 0;
  for await (const chunk of chunksOf(input, end)) stream.push(chunk);
  stream.finish();
  return finder.held;
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
