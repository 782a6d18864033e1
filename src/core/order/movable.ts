import { textOfBytes } from '../text';
import { chunksOf, type ByteSource } from '../byteSource';
import { LineStream } from '../gcode/lines/lineStream';
import { scanLine } from '../gcode/lines/scan';
import { G_COMMANDS, M_COMMANDS, mayActByName } from '../gcode/commandTable';
import { isNamedSetting } from '../gcode/namedSettings';
import { commandText } from '../gcode/stops';
import { changedTool, mayChangeTool } from '../gcode/toolWords';
import { Words } from '../gcode/lines/words';
import type { SlicedFile } from '../read/slicedFile';

const G = 71;
const M = 77;

/** A command that keeps its section in its place, since it may move or heat in a way that nobody sees. */
export interface HeldSection {
  /** Place among the reading's sections, and that of the one that leads to it. */
  readonly section: number;
  readonly lead: number;
  readonly line: number;
  readonly text: string;
}

/**
 * Finds the sections that hold a command which may act unseen, or a stop of the file itself that
 * stays: in the section, or on the way to it. It sees every line of the file.
 */
export class HeldFinder {
  readonly held: HeldSection[] = [];
  private at = 0;
  private line = 0;
  private readonly waits: ReadonlySet<number>;
  private readonly begins: ReadonlySet<number>;

  /** @param takenOut lines of stops that are no stops any more. */
  constructor(
    private readonly reading: Pick<SlicedFile, 'sections' | 'sources' | 'stops'>,
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
    if (at === sections.length || (!mayAct(words, bytes) && !this.waits.has(line))) return;
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
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'stops'>,
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

/** Whether a line may do something that nobody sees: move, heat, change filament, or what numbers mean. */
function mayAct(words: Words, bytes: Uint8Array): boolean {
  const { letter, code, macro, subcode, textStart, textEnd } = words;
  // A tool change goes; what may be one stays where it is.
  if (changedTool(words, bytes) !== null) return false;
  if (mayChangeTool(words, bytes, true)) return true;
  if (macro) {
    const text = textOfBytes(bytes.subarray(textStart, textEnd));
    return !isNamedSetting(text) && mayActByName(text);
  }
  if (letter === G) return subcode !== 0 || (G_COMMANDS.get(code)?.acts ?? !G_COMMANDS.has(code));
  return letter === M && (subcode !== 0 || (M_COMMANDS.get(code)?.acts ?? false));
}

/** The sections that stay: each that holds such a command, and the one that leads to it. */
export function fixedBy(held: readonly HeldSection[]): Set<number> {
  return new Set(held.flatMap(({ section, lead }) => [lead, section]));
}
