import { sourceOf, type ByteSource } from '../byteSource';
import { success, type Result } from '../findings';
import type { SlicedFile } from '../read/slicedFile';
import { joinBytes, type JoinedPlaces } from './joinBytes';
import { whyNotTogether } from './joinable';
import { joinReadings, type ReadSource } from './joinReadings';
import { withLeadIn } from './leadIn';

/** A sliced file that was read alone. */
export interface ReadFile {
  readonly name: string;
  /** SHA-256 of its bytes. */
  readonly fingerprint: string;
  readonly input: ByteSource;
  readonly reading: SlicedFile;
}

/** The same in memory. */
export interface SourceFile extends Omit<ReadFile, 'input'> {
  readonly bytes: Uint8Array;
}

/** Several files as one input, and its reading. */
export interface JoinedInput {
  readonly bytes: Uint8Array;
  readonly reading: SlicedFile;
}

/**
 * The reading of files that are to be printed together; refuses what cannot be.
 * @param places where they lie in the one input.
 */
export async function joinRead(
  files: readonly ReadFile[],
  places: JoinedPlaces,
): Promise<Result<SlicedFile>> {
  const sources: ReadSource[] = [];
  for (const { name, fingerprint, input, reading } of files) {
    sources.push({ name, fingerprint, ...(await withLeadIn(input, reading)) });
  }
  return whyNotTogether(sources) ?? success(joinReadings(sources, places));
}

/** Makes one input of files in memory. */
export async function joinFiles(files: readonly SourceFile[]): Promise<Result<JoinedInput>> {
  const { bytes, ...places } = joinBytes(files.map((file) => file.bytes));
  const read = await joinRead(
    files.map((file) => ({ ...file, input: sourceOf(file.bytes) })),
    places,
  );
  return read.ok ? success({ bytes, reading: read.value }) : read;
}
