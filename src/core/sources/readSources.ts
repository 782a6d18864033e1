import { sourceOf } from '../byteSource';
import { success, type Result } from '../findings';
import type { Reading } from '../read/reading';
import { joinBytes } from './joinBytes';
import { whyNotTogether } from './joinable';
import { joinReadings, type ReadSource } from './joinReadings';
import { withLeadIn } from './leadIn';

/** A sliced file in memory, read alone. */
export interface SourceFile {
  readonly name: string;
  readonly fingerprint: string;
  readonly bytes: Uint8Array;
  readonly reading: Reading;
}

/** Several files as one input, and its reading. */
export interface JoinedInput {
  readonly bytes: Uint8Array;
  readonly reading: Reading;
}

/** Makes one input of files that are to be printed together; refuses what cannot be. */
export async function joinFiles(files: readonly SourceFile[]): Promise<Result<JoinedInput>> {
  const sources: ReadSource[] = [];
  for (const { name, fingerprint, bytes, reading } of files) {
    sources.push({ name, fingerprint, ...(await withLeadIn(sourceOf(bytes), reading)) });
  }
  const why = whyNotTogether(sources);
  if (why) return why;
  const { bytes, ...places } = joinBytes(files.map((file) => file.bytes));
  return success({ bytes, reading: joinReadings(sources, places) });
}
