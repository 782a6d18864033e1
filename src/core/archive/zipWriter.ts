import { Zip, type ZipInputFile } from 'fflate';
import { crc32 } from './crc32';
import { deflated } from './runtimeStreams';

/** One file that goes into a zip. */
export interface ZipPart {
  /** With slashes between folders. */
  readonly name: string;
  /** False for what is packed already, such as photos. */
  readonly isText: boolean;
  readonly chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
}

/** Takes what was written, in order, and answers when it wants more. */
export type Outlet = (chunk: Uint8Array) => Promise<void> | void;

/** Thrown when a zip would be larger than its numbers can say (4 GB, 65 534 files; APPNOTE 4.4.1.4). */
export class ZipTooLargeError extends Error {}

const MOST_BYTES = 0xffff_0000;
const MOST_FILES = 0xfffe;
const STORED = 0;
const DEFLATED = 8;

/**
 * Writes a zip piece by piece: no file, and not the whole, is ever in memory.
 * @param mtime what the files are dated, ms since 1970; from 1980 on, as a zip counts.
 * @returns its bytes.
 */
export async function writeZip(
  parts: AsyncIterable<ZipPart>,
  mtime: number,
  outlet: Outlet,
): Promise<number> {
  let waiting: Uint8Array[] = [];
  let written = 0;
  let count = 0;
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    waiting.push(chunk);
  });
  const drain = async (): Promise<void> => {
    const chunks = waiting;
    waiting = [];
    for (const chunk of chunks) {
      written += chunk.length;
      if (written > MOST_BYTES) throw new ZipTooLargeError();
      await outlet(chunk);
    }
  };
  for await (const { name, isText, chunks } of parts) {
    if (++count > MOST_FILES) throw new ZipTooLargeError();
    const file: ZipInputFile = {
      filename: name,
      compression: isText ? DEFLATED : STORED,
      crc: 0,
      size: 0,
      mtime,
    };
    zip.add(file);
    const hand = async (chunk: Uint8Array, isLast: boolean): Promise<void> => {
      file.ondata?.(null, chunk as Uint8Array<ArrayBuffer>, isLast);
      await drain();
    };
    const counted = async function* (): AsyncGenerator<Uint8Array> {
      for await (const chunk of chunks) {
        file.crc = crc32(chunk, file.crc);
        file.size += chunk.length;
        yield chunk;
      }
    };
    for await (const chunk of isText ? deflated(counted()) : counted()) await hand(chunk, false);
    await hand(new Uint8Array(0), true);
  }
  zip.end();
  await drain();
  return written;
}
