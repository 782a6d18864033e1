import { GCODE_NAME } from './gcodeName';
import { sourceOf, type ByteSource } from '../byteSource';
import { refuse, success, type Refusal, type Result } from '../findings';
import { DamagedArchive } from './byteReader';
import { unpackGzip } from './gzip';
import { isBeyondMeasure, MOST_BYTES, MOST_GROWTH } from './growth';
import type { Sink } from './inflate';
import { unpackEntry, zipEntries } from './zip';

/** Notes that some computers put beside each file: they have its name and hold nothing of it. */
export const RESOURCE_FORK = /(^|\/)(__MACOSX\/|\._)/;

const LOOKED_AT = 4096;

/** How far unpacking has come, in bytes of the archive. */
export interface UnpackProgress {
  readonly packed: number;
  readonly ofPacked: number;
}

export interface UnpackOptions {
  readonly mostBytes?: number;
  readonly onProgress?: (progress: UnpackProgress) => void;
}

/** Carries a refusal out of the middle of unpacking. Never leaves this file. */
class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message);
  }
}

/** True for a file that has to be unpacked before it can be read. */
export function isArchive(head: Uint8Array): boolean {
  return isGzip(head) || isZip(head);
}

/**
 * Unpacks the G-code in a gzip file, or in a zip with one G-code file in it, piece by piece. The
 * sums and lengths that the archive states are checked; what grows beyond all measure is given up.
 */
export async function unpackArchive(
  source: ByteSource,
  sink: Sink,
  { mostBytes = MOST_BYTES, onProgress }: UnpackOptions = {},
): Promise<Result<null>> {
  const head = await source.slice(0, Math.min(4, source.size));
  const kind = isGzip(head) ? 'gzip' : 'zip';
  const text = { looked: false };
  const watched: Sink = (chunk) => {
    if (!text.looked) unwrap(checkText(chunk));
    text.looked = true;
    sink(chunk);
  };
  const watch =
    (ofPacked: number) =>
    (packed: number, bytes: number): void => {
      if (isBeyondMeasure(bytes, ofPacked, mostBytes)) {
        throw new Refused({ code: 'archive-too-large', message: tooLarge(kind, bytes, mostBytes) });
      }
      onProgress?.({ packed, ofPacked });
    };
  try {
    if (kind === 'gzip') await unpackGzip(source, watched, watch(source.size));
    else await unpackZip(source, watched, watch);
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    if (!(error instanceof DamagedArchive)) throw error;
    return refuse(
      'damaged-archive',
      `This ${kind} file cannot be unpacked: ${error.message}. Compress or copy it again.`,
    );
  }
  if (text.looked) return success(null);
  return refuse('empty-file', `The ${kind} file is empty.`);
}

/** The G-code inside of a file in memory: plain, gzip, or a zip with one G-code file in it. */
export async function unpackGcode(
  bytes: Uint8Array,
  options: UnpackOptions = {},
): Promise<Result<Uint8Array>> {
  if (!isArchive(bytes)) {
    const verdict = checkPlain(bytes);
    return verdict.ok ? success(bytes) : verdict;
  }
  const chunks: Uint8Array[] = [];
  const done = await unpackArchive(sourceOf(bytes), (chunk) => chunks.push(chunk), options);
  if (!done.ok) return done;
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return success(whole);
}

/** Checks by its first bytes that a file which is no archive may be G-code. */
export function checkPlain(head: Uint8Array): Result<null> {
  if (head.length === 0) return refuse('empty-file', 'The file is empty: it holds 0 bytes.');
  return checkText(head);
}

async function unpackZip(
  source: ByteSource,
  sink: Sink,
  watch: (ofPacked: number) => (packed: number, bytes: number) => void,
): Promise<void> {
  const entries = (await zipEntries(source)).filter(
    ({ name }) => GCODE_NAME.test(name) && !RESOURCE_FORK.test(name),
  );
  if (entries.length === 1) {
    return unpackEntry(source, entries[0], sink, watch(entries[0].packedBytes));
  }
  const message =
    entries.length === 0
      ? 'The zip file holds no G-code file.'
      : `The zip file holds ${entries.length} G-code files. Unpack it and open one of them.`;
  throw new Refused({ code: 'archive-contents', message });
}

function tooLarge(kind: string, bytes: number, mostBytes: number): string {
  const limit =
    bytes > mostBytes
      ? `more than ${(mostBytes / 1e9).toFixed(mostBytes < 1e9 ? 2 : 0)} GB`
      : `more than ${MOST_GROWTH} times its size`;
  return `This ${kind} file unpacks to ${limit}. Sliced files are not that large, so Lamella stopped reading it.`;
}

function unwrap(verdict: Result<unknown>): void {
  if (!verdict.ok) throw new Refused(verdict.refusal);
}

function isGzip(head: Uint8Array): boolean {
  return head[0] === 0x1f && head[1] === 0x8b;
}

function isZip(head: Uint8Array): boolean {
  return startsWith(head, 'PK\u0003\u0004');
}

/** Text has no zero bytes; a picture or a model in binary form has many. */
function checkText(bytes: Uint8Array): Result<null> {
  const picture = pictureKind(bytes);
  if (picture) {
    return refuse(
      'not-gcode',
      `This is a picture (${picture}), not a sliced file. Open the G-code file instead.`,
    );
  }
  if (bytes.subarray(0, LOOKED_AT).includes(0)) {
    return refuse(
      'not-gcode',
      'This is a binary file, not G-code. Save the sliced print as plain G-code.',
    );
  }
  return success(null);
}

function pictureKind(bytes: Uint8Array): string | null {
  if (startsWith(bytes, '\u0089PNG')) return 'PNG';
  if (startsWith(bytes, '\u00ff\u00d8\u00ff')) return 'JPEG';
  if (startsWith(bytes, 'GIF8')) return 'GIF';
  if (startsWith(bytes, 'RIFF') && startsWith(bytes.subarray(8), 'WEBP')) return 'WebP';
  return null;
}

function startsWith(bytes: Uint8Array, text: string): boolean {
  for (let i = 0; i < text.length; i++) if (bytes[i] !== text.charCodeAt(i)) return false;
  return true;
}
