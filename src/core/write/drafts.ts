import type { ByteSource } from '../byteSource';
import { blockLines, MUTE, type BlockTitle, type BlockWords } from '../blocks/blocks';
import type { Insertion, Place, Standing } from '../blocks/insertion';
import { numberingOf, withNumbers } from '../blocks/lineNumbers';
import type { MachineState } from '../gcode/machine';
import type { RecipeLine } from '../recipe/render';
import { bytesOfText, textOfBytes } from '../text';

/** A block before it is text. */
export interface Draft {
  readonly title: BlockTitle;
  readonly words: BlockWords;
  readonly place: Place;
  readonly commands: readonly RecipeLine[];
  /** The line of the file at its place is taken out: the block stands for it. */
  readonly replaces: boolean;
  readonly standing: Standing | null;
}

/**
 * A draft as bytes, in the line ending that the file has at its place.
 * @param state of the printer there, in a file with numbered lines; null in others.
 */
export async function finished(
  input: ByteSource,
  draft: Draft,
  state: MachineState | null,
): Promise<Insertion> {
  const { title, words, place, commands, replaces, standing } = draft;
  const ending = await endingAt(input, place.offset);
  const plain = commands.map(({ command }) => command);
  const numbering = state && numberingOf(state);
  const goesOn = replaces ? await numberAt(input, place.offset) : null;
  const lines = blockLines(
    title,
    words,
    numbering ? withNumbers(plain, numbering, goesOn ?? numbering.last) : plain,
  );
  return {
    title,
    commands,
    offset: place.offset,
    line: place.line,
    bytes: bytesOfText(lines.map((line) => line + ending).join('')),
    lines: lines.length,
    resume: { offset: place.offset, line: place.line },
    standing,
  };
}

/** Marks of their own, in the line ending that the file has at their place. */
export async function marksAt(
  input: ByteSource,
  { offset, line }: Place,
  marks: readonly string[],
): Promise<Insertion> {
  const ending = await endingAt(input, offset);
  const bytes = bytesOfText(marks.map((mark) => mark + ending).join(''));
  const resume = { offset, line };
  const lines = marks.length;
  return { title: null, commands: [], offset, line, bytes, lines, resume, standing: null };
}

/** The mark that takes a line of the file out. */
export function muteAt({ offset, line }: Place): Insertion {
  const bytes = bytesOfText(MUTE);
  const resume = { offset, line };
  return { title: null, commands: [], offset, line, bytes, lines: 0, resume, standing: null };
}

/** The number of the line that begins at `offset`; null when it has none. */
async function numberAt(input: ByteSource, offset: number): Promise<number | null> {
  const text = textOfBytes(await input.slice(offset, Math.min(input.size, offset + 24)));
  const match = /^\s*N(\d+)/i.exec(text);
  return match && Number(match[1]);
}

/** The line end that the bytes before a place of the input finish with. */
async function endingAt(input: ByteSource, offset: number): Promise<string> {
  const text = String.fromCharCode(...(await input.slice(Math.max(0, offset - 2), offset)));
  if (text.endsWith('\r\n')) return '\r\n';
  return text.endsWith('\r') ? '\r' : '\n';
}
