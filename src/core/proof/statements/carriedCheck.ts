import type { ByteSource } from '../../byteSource';
import { carriedWords } from '../../write/carriedWords';
import { nameOf, type ProofCheck, type ProvenRun } from '../proofTypes';

/** Check 1: words of the file that nobody follows go with their section, where its travel is led over. */
export async function checkCarried(
  input: ByteSource,
  { found: { blocks, jumps }, reading, places, traces }: ProvenRun,
): Promise<ProofCheck[]> {
  const sectionAt = new Map(reading.sections.map(({ restartOffset }, i) => [restartOffset, i]));
  const jumpsAt = new Set(jumps.map(({ start }) => start));
  const led = blocks.map(({ end }, i) => (jumpsAt.has(end) ? sectionAt.get(places[i]) : undefined));
  const wanted = await carriedWords(
    input,
    reading,
    led.filter((section) => section !== undefined),
  );
  const odd = blocks.findIndex((_, i) => {
    const words = led[i] === undefined ? [] : (wanted.get(led[i]) ?? []);
    return words.join('\n') !== traces[i].carried.join('\n');
  });
  if (odd < 0) return [];
  const message = `${nameOf(blocks[odd])} does not repeat the settings the file makes up to there.`;
  return [{ check: 1, ok: false, message, line: blocks[odd].line }];
}
