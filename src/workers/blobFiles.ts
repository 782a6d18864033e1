import type { ByteSource } from '@/core/byteSource';
import { success, type Result } from '@/core/findings';
import { checkGzipContents, DAMAGED_GZIP, isGzip, isZip, unpackGcode } from '@/core/gcode/unpack';

/** Archives are looked into from their first bytes. */
const MAGIC_BYTES = 4096;

/** A Blob as a source that is read piece by piece. */
export function blobSource(blob: Blob): ByteSource {
  return {
    size: blob.size,
    slice: async (start, end) => new Uint8Array(await blob.slice(start, end).arrayBuffer()),
  };
}

/**
 * The G-code in a file: the file itself when it is plain, otherwise what is packed in it. Gzip is
 * unpacked as a stream, so that a large file never stands in memory as a whole.
 */
export async function gcodeOf(file: Blob): Promise<Result<Blob>> {
  const head = await headOf(file);
  if (isGzip(head)) {
    try {
      const stream = file.stream().pipeThrough(new DecompressionStream('gzip'));
      const inner = await new Response(stream).blob();
      return checked(inner, checkGzipContents(await headOf(inner)));
    } catch {
      return DAMAGED_GZIP;
    }
  }
  if (!isZip(head)) return checked(file, unpackGcode(head));
  const unpacked = unpackGcode(new Uint8Array(await file.arrayBuffer()));
  return unpacked.ok ? success(new Blob([unpacked.value as Uint8Array<ArrayBuffer>])) : unpacked;
}

async function headOf(file: Blob): Promise<Uint8Array> {
  return new Uint8Array(await file.slice(0, MAGIC_BYTES).arrayBuffer());
}

function checked(file: Blob, verdict: Result<unknown>): Result<Blob> {
  return verdict.ok ? success(file) : verdict;
}
