/** Bytes that are read piece by piece: a buffer in Node, a Blob in the browser. */
export interface ByteSource {
  readonly size: number;
  /** The bytes from `start` to `end` (exclusive). */
  slice(start: number, end: number): Promise<Uint8Array>;
}

/** Bytes that are in memory as a source; slices share the memory. */
export function sourceOf(bytes: Uint8Array): ByteSource {
  return { size: bytes.length, slice: async (start, end) => bytes.subarray(start, end) };
}

const CHUNK = 4 << 20;

/** Reads a source from the start to `end` (by default all of it) in chunks of 4 MB. */
export async function* chunksOf(
  source: ByteSource,
  end: number = source.size,
): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < end; at += CHUNK) {
    yield await source.slice(at, Math.min(end, at + CHUNK));
  }
}
