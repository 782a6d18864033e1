import { textOfBytes } from '../text';
import type { ByteSource } from '../byteSource';
import type { RecipeLine } from '../recipe/render';
import type { BlockTitle } from '../blocks/blocks';
import type { Insertion } from '../blocks/insertion';

/** A block, or a line taken out, with the lines of the file round it. */
export interface Excerpt {
  /** Null for a line that is taken out. */
  readonly title: BlockTitle | null;
  readonly commands: readonly RecipeLine[];
  /** Its first line in the output, from 1. */
  readonly line: number;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/** Lines shown before and after a block. */
const AROUND = 3;
/** Bytes in which that many lines are surely found. */
const ENOUGH = 2000;

/** Shows every insertion where it stands in the output. */
export async function excerptsOf(
  input: ByteSource,
  insertions: readonly Insertion[],
): Promise<Excerpt[]> {
  const excerpts: Excerpt[] = [];
  let added = 0;
  for (const { title, commands, offset, line, lines, resume } of insertions) {
    // Marks that name what is left out change nothing.
    const isMark = title === null && lines > 0;
    if (isMark) {
      added += lines;
      continue;
    }
    const before = await textOf(input, Math.max(0, offset - ENOUGH), offset);
    const goesOn = resume.offset;
    const after = await textOf(input, goesOn, Math.min(input.size, goesOn + ENOUGH));
    excerpts.push({
      title,
      commands,
      line: line + added,
      before: linesOf(before).slice(-AROUND),
      after: linesOf(after).slice(0, AROUND),
    });
    added += lines + line - resume.line;
  }
  return excerpts;
}

async function textOf(input: ByteSource, from: number, to: number): Promise<string> {
  return textOfBytes(await input.slice(from, to));
}

function linesOf(text: string): string[] {
  const lines = text.split(/\r\n|\r|\n/);
  if (lines.at(-1) === '') lines.pop();
  return lines;
}
