import { chunksOf, type ByteSource } from '../byteSource';
import { CR, LF } from '../gcode/words';
import type { BlockFinder } from './blocks';
import type { ProofCheck } from './proofTypes';

/** Check 1: without what Lamella put in, the output is the input, byte for byte. */
export async function checkBytes(
  input: ByteSource,
  output: ByteSource,
  { insertions, brokenLine }: BlockFinder,
): Promise<ProofCheck> {
  if (brokenLine !== null) {
    const message = 'A block of Lamella is not whole: its first and its last line do not fit.';
    return { check: 1, ok: false, message, line: brokenLine };
  }
  let inputAt = 0;
  let at = 0;
  for (const stretchEnd of [...insertions.map(({ start }) => start), output.size]) {
    const differs = await firstDifference(input, inputAt, output, at, stretchEnd);
    if (differs !== null) {
      const line = await lineAt(output, differs);
      const message = 'Outside of the blocks, the output differs from the input.';
      return { check: 1, ok: false, message, line };
    }
    inputAt += stretchEnd - at;
    at = insertions.find(({ start }) => start === stretchEnd)?.end ?? stretchEnd;
  }
  if (inputAt !== input.size) {
    const message = `The output lacks the last ${input.size - inputAt} bytes of the input.`;
    return { check: 1, ok: false, message, line: await lineAt(output, output.size) };
  }
  const message = `Without the blocks, the output is the input: ${input.size} bytes are the same.`;
  return { check: 1, ok: true, message };
}

const COMPARED = 4 << 20;

/** Offset in the output of the first byte that differs between two stretches; null when none does. */
async function firstDifference(
  input: ByteSource,
  inputStart: number,
  output: ByteSource,
  start: number,
  end: number,
): Promise<number | null> {
  for (let at = start; at < end; at += COMPARED) {
    const stop = Math.min(end, at + COMPARED);
    const ours = await output.slice(at, stop);
    const inputAt = inputStart + at - start;
    const theirs = await input.slice(inputAt, Math.min(input.size, inputAt + stop - at));
    for (let i = 0; i < ours.length; i++) if (ours[i] !== theirs[i]) return at + i;
  }
  return null;
}

async function lineAt(source: ByteSource, offset: number): Promise<number> {
  let line = 1;
  let last = 0;
  for await (const chunk of chunksOf(source, offset)) {
    for (const byte of chunk) {
      if (byte === CR || (byte === LF && last !== CR)) line++;
      last = byte;
    }
  }
  return line;
}
