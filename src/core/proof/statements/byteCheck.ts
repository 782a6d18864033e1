import { chunksOf, type ByteSource } from '../../byteSource';
import { CR, LF } from '../../gcode/lines/words';
import type { SlicedFile } from '../../read/slicedFile';
import type { BlockFinder } from '../../blocks/blocks';
import { copiesOf, type Copy } from '../../blocks/copies';
import type { ProofCheck } from '../proofTypes';

/**
 * Check 1: without what Lamella put in, the output is the input, byte for byte; or, where its order is another
 * one, all of the input that prints, each byte once.
 */
export async function checkBytes(
  input: ByteSource,
  output: ByteSource,
  found: BlockFinder,
  reading: Pick<SlicedFile, 'sections' | 'sources' | 'bytes'>,
): Promise<ProofCheck> {
  const { brokenLine } = found;
  if (brokenLine !== null) {
    const message = 'A block by Lamella is damaged: its first and last lines do not match.';
    return { check: 1, ok: false, message, line: brokenLine };
  }
  const copies = copiesOf(found, output.size);
  for (const { start, end, inputStart } of copies) {
    const differs = await firstDifference(input, inputStart, output, start, end);
    if (differs !== null) {
      const line = await lineAt(output, differs);
      const message = 'Outside the blocks, the output differs from the input.';
      return { check: 1, ok: false, message, line };
    }
  }
  if (found.jumps.length > 0 || reading.sources.length > 1) {
    return checkTiling(copies, found, reading);
  }
  const last = copies[copies.length - 1];
  const inputAt = last.inputStart + last.end - last.start;
  if (inputAt !== input.size) {
    const message = `The output lacks the last ${input.size - inputAt} bytes of the input.`;
    return { check: 1, ok: false, message, line: await lineAt(output, output.size) };
  }
  const message = `Without the blocks, the output is the input: ${input.size} bytes are the same.`;
  return { check: 1, ok: true, message };
}

/**
 * In another order, each section is copied once, and so are the start and the end of a file: the start of the
 * one that is printed first, the end of the one printed last, and of no other.
 */
function checkTiling(
  copies: readonly Copy[],
  { jumps, gaps }: BlockFinder,
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
): ProofCheck {
  const fail = (message: string, line?: number): ProofCheck => ({
    check: 1,
    ok: false,
    message,
    ...(line !== undefined && { line }),
  });
  const ranges = joinedRanges(copies);
  const odd = jumps.find(({ from, to }) => !ranges.some(([a, b]) => a === from && b === to));
  if (odd) return fail('The text here is not the stated part of the input.', odd.line);
  const sorted = ranges.toSorted((a, b) => a[0] - b[0]);
  const twice = sorted.findIndex(([start], i) => i > 0 && start < sorted[i - 1][1]);
  if (twice > 0) return fail(`Bytes of the input from ${sorted[twice][0]} on occur twice.`);
  const has = (start: number, end: number): boolean =>
    start >= end || sorted.some(([a, b]) => a <= start && end <= b);
  const begun = sources.find(({ start, end }) => start <= ranges[0][0] && ranges[0][0] < end);
  const last = ranges[ranges.length - 1][1];
  const ended = sources.find(({ start, end }) => start < last && last <= end);
  for (const file of sources) {
    const [begin, end] = [sections[file.firstSection], sections[file.endSection - 1]];
    const name = file.name === '' ? 'the file' : file.name;
    const touches = (from: number, to: number): boolean =>
      sorted.some(([a, b]) => a < to && b > from);
    if (file === begun) {
      const isFirst = ranges[0][0] === file.start && has(file.start, begin.restartOffset);
      if (!isFirst) return fail(`The start of ${name} is missing.`);
    } else if (touches(file.start, begin.restartOffset)) {
      return fail(`The start block of ${name} is left before its end.`);
    }
    if (file === ended) {
      const isLast = last === file.end && has(end.endOffset, file.end);
      if (!isLast) return fail(`The end of ${name} is missing.`);
    } else if (touches(end.endOffset, file.end)) {
      return fail(`The end block of ${name} is left before its end.`);
    }
  }
  const isSaid = ({ restartOffset, endOffset }: (typeof sections)[number]): boolean =>
    gaps.some(({ from, to }) => from === restartOffset && to === endOffset);
  const both = sections.find((one) => isSaid(one) && has(one.restartOffset, one.endOffset));
  if (both)
    return fail(
      `What the file prints from line ${both.firstLine} on is marked as left out but is present.`,
    );
  const lost = sections.find((one) => !isSaid(one) && !has(one.restartOffset, one.endOffset));
  if (lost) return fail(`What the file prints from line ${lost.firstLine} on is missing.`);
  const purged = gaps.filter(({ why }) => why === null).length;
  const skirts = gaps.filter(({ why }) => why === 'skirt').length;
  const but = [
    ...(purged > 0 ? [`${purged} pieces of a purge block`] : []),
    ...(skirts > 0 ? [`${skirts} skirts`] : []),
  ];
  const except = but.length === 0 ? '' : ` but for ${but.join(' and ')}`;
  const message = `Everything the file prints occurs once${except}, in ${jumps.length + 1} pieces identical to the byte; only travels between them are left out.`;
  return { check: 1, ok: true, message };
}

/** Stretches of the input that are copied without a jump between. */
function joinedRanges(copies: readonly Copy[]): [number, number][] {
  const ranges: [number, number][] = [];
  for (const { inputStart, start, end, jumps } of copies) {
    const inputEnd = inputStart + end - start;
    const last = ranges.at(-1);
    if (last && !jumps) last[1] = inputEnd;
    else ranges.push([inputStart, inputEnd]);
  }
  return ranges;
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
    const differs = firstUnequal(ours, theirs);
    if (differs !== null) return at + differs;
  }
  return null;
}

/** The first place at which two stretches differ, four bytes at a time; null when they are the same. */
function firstUnequal(ours: Uint8Array, theirs: Uint8Array): number | null {
  const [a, b] = [ours, theirs].map(
    ({ buffer, byteOffset, byteLength }) => new DataView(buffer, byteOffset, byteLength),
  );
  const shared = Math.min(ours.length, theirs.length);
  let i = 0;
  while (i + 4 <= shared && a.getInt32(i) === b.getInt32(i)) i += 4;
  while (i < shared && ours[i] === theirs[i]) i++;
  return i < ours.length ? i : null;
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
