import type { ByteSource } from '../byteSource';
import { refuse, success, type Result } from '../findings';
import type { Reading } from '../gcode/reading';
import { makeInsertions, type Insertion, type OutputRequest } from './insert';
import { findBlocks } from './proof';

/** Findings with which nothing may be written. */
const BLOCKING = new Set(['not-gcode', 'empty-file', 'no-extrusion', 'cut-off', 'line-too-long']);

/** Checks that a file can take swaps at all, and makes their blocks. */
export async function prepareOutput(
  input: ByteSource,
  reading: Reading,
  request: OutputRequest,
): Promise<Result<Insertion[]>> {
  const blocking = reading.findings.find(({ code }) => BLOCKING.has(code));
  if (blocking) return refuse(blocking.code, blocking.message, blocking.line ?? undefined);
  const { blocks, brokenLine, foundAny } = await findBlocks(input);
  if (foundAny) {
    return refuse(
      'already-has-swaps',
      'This file already holds swaps written by Lamella. Open the file as it was sliced instead.',
      blocks[0]?.line ?? brokenLine ?? undefined,
    );
  }
  return success(await makeInsertions(input, reading.layers, request));
}
