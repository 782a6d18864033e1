import { Inflate } from 'pako';
import { type ByteReader, DamagedArchive } from './byteReader';
import { crc32 } from './crc32';

/** Packed bytes read at a time. */
const CHUNK = 256 << 10;

/** Takes what comes out, in order. A chunk is handed on once and may be kept. */
export type Sink = (chunk: Uint8Array) => void;

/** What one packed stretch held. */
export interface Unpacked {
  readonly bytes: number;
  readonly crc: number;
}

/** The part of pako's inflate that says how far it has read. */
interface Position {
  readonly strm: { readonly avail_in: number };
}

/**
 * Unpacks a deflated stretch from where `reader` stands, and leaves `reader` right behind its end. A gzip file does
 * not say where that is, and neither does the runtime's own inflate.
 * @param onProgress told of each piece how many bytes have come out with it; may throw to give up.
 */
export async function inflateFrom(
  reader: ByteReader,
  sink: Sink,
  onProgress: (bytes: number) => void,
): Promise<Unpacked> {
  const inflate = new Inflate({ raw: true, chunkSize: CHUNK });
  let bytes = 0;
  let crc = 0;
  inflate.onData = (data) => {
    const chunk = data as Uint8Array;
    bytes += chunk.length;
    crc = crc32(chunk, crc);
    // Before it is kept: a small piece can hold a thousand times its size.
    onProgress(bytes);
    sink(chunk);
  };
  const stream = { ended: false };
  inflate.onEnd = (status) => {
    if (Number(status) !== 0) throw new DamagedArchive('its compressed data is invalid');
    stream.ended = true;
  };
  while (!stream.ended) {
    const packed = await reader.peek(CHUNK);
    if (packed.length === 0) throw new DamagedArchive('it ends too early');
    inflate.push(packed, false);
    reader.at += packed.length - (inflate as unknown as Position).strm.avail_in;
  }
  onProgress(bytes);
  return { bytes, crc };
}
