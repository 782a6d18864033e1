import { sourceOf } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import { joined, withoutInsertions } from './pieces';
import { findBlocks } from './findBlocks';

/** Answer for a file whose blocks cannot be told from the rest. */
export function brokenBlocks(line: number): Result<never> {
  return refuse(
    'already-has-swaps',
    'This file contains swaps by Lamella, and one of them is damaged. Open the original sliced file instead.',
    line,
  );
}

/** Answer for a file that Lamella has put into another order: travels between its pieces are gone for good. */
export function reorderedFile(line: number): Result<never> {
  return refuse(
    'reordered-file',
    'Lamella has reordered this file and cannot restore the original order. Open the original sliced file instead.',
    line,
  );
}

/** A file as it was before Lamella put swaps into it; the file itself when it holds none. */
export async function stripBlocks(bytes: Uint8Array): Promise<Result<Uint8Array>> {
  const { insertions, jumps, brokenLine } = await findBlocks(sourceOf(bytes));
  if (brokenLine !== null) return brokenBlocks(brokenLine);
  if (jumps.length > 0) return reorderedFile(jumps[0].line);
  if (insertions.length === 0) return success(bytes);
  return success(
    joined(withoutInsertions(bytes.length, insertions, (from, to) => bytes.subarray(from, to))),
  );
}
