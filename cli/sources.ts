import { basename } from 'node:path';
import { unpackGcode } from '../src/core/archive/unpack';
import type { Result } from '../src/core/findings';
import { stripBlocks } from '../src/core/blocks/strip';
import type { Printer } from '../src/core/printer/printer';
import type { SlicedFile } from '../src/core/read/slicedFile';
import { joinFiles, type SourceFile } from '../src/core/sources/readSources';
import { readWhole, type WholeRead } from '../src/workers/beside/readWhole';
import { chunked, readBytes } from './files';
import { threadHelpers } from './threads';

/** What a command is given to work on: one sliced file, or several as one input. */
export interface Input {
  readonly bytes: Uint8Array;
  readonly reading: SlicedFile;
  /** SHA-256 of the only file; of several, they stand in the reading. */
  readonly fingerprint: string;
}

/** Turns a refusal into what the command answers. */
export type Unwrap = <T>(result: Result<T>) => T;

export async function readGcodeFile(name: string, unwrap: Unwrap): Promise<Uint8Array> {
  return unwrap(await unpackGcode(unwrap(readBytes(name))));
}

/** Reads G-code; what goes on beside a large file runs in threads of its own. */
export async function readPrint(bytes: Uint8Array, printer: Printer): Promise<WholeRead> {
  const whole = await readWhole(chunked(bytes), printer, threadHelpers(), false, () => true);
  if (typeof whole === 'string') throw new Error(`SlicedFile has ${whole}.`);
  return whole;
}

/** Says in a refusal which of several files it is about. */
function naming(name: string, unwrap: Unwrap): Unwrap {
  return (result) => {
    if (result.ok) return result.value;
    const { refusal } = result;
    return unwrap({
      ok: false,
      refusal: { ...refusal, message: `${basename(name)}: ${refusal.message}` },
    });
  };
}

/**
 * Reads each file that a command names.
 * @param strips whether swaps that Lamella wrote into them before are taken out.
 */
export async function readFiles(
  names: readonly string[],
  printer: Printer,
  unwrap: Unwrap,
  strips = false,
): Promise<SourceFile[]> {
  const files: SourceFile[] = [];
  for (const name of names) {
    const read = await readGcodeFile(name, names.length > 1 ? naming(name, unwrap) : unwrap);
    const bytes = strips ? unwrap(await stripBlocks(read)) : read;
    files.push({ name: basename(name), bytes, ...(await readPrint(bytes, printer)) });
  }
  return files;
}

/** Reads the files that a command names as one input: see {@link readFiles}. */
export async function readInput(
  names: readonly string[],
  printer: Printer,
  unwrap: Unwrap,
  strips = false,
): Promise<Input> {
  const files = await readFiles(names, printer, unwrap, strips);
  const [{ bytes, reading, fingerprint }] = files;
  if (files.length === 1) return { bytes, reading, fingerprint };
  return { ...unwrap(await joinFiles(files)), fingerprint };
}
