import { strFromU8 } from 'fflate';
import type { ByteSource } from '../byteSource';
import { ByteReader, DamagedArchive, numberAt } from './byteReader';
import { crc32 } from './crc32';
import type { Sink } from './inflate';
import { RuntimeRefusal, ungzipped } from './runtimeStreams';

/** One file in a zip, as the directory at its end tells of it. */
export interface ZipEntry {
  readonly name: string;
  readonly method: number;
  readonly encrypted: boolean;
  readonly crc: number;
  readonly packedBytes: number;
  readonly bytes: number;
  /** Where its own header stands. */
  readonly offset: number;
}

const END_OF_DIRECTORY = 0x06054b50;
const IN_DIRECTORY = 0x02014b50;
const LOCAL_HEADER = 0x04034b50;
/** The end record has 22 bytes and a comment of at most 65 535. */
const LONGEST_END = 22 + 65_535;
const STORED = 0;
const DEFLATED = 8;
const PIECE = 1 << 20;
/** Packed bytes read at a time: so few that what comes of them is little. */
const PACKED_PIECE = 64 << 10;

/** The directory of a zip (APPNOTE 4.3); very large archives of the newer kind (zip64) are refused. */
export async function zipEntries(source: ByteSource): Promise<ZipEntry[]> {
  const from = Math.max(0, source.size - LONGEST_END);
  const tail = await source.slice(from, source.size);
  let end = tail.length - 22;
  while (end >= 0 && numberAt(tail, end, 4) !== END_OF_DIRECTORY) end--;
  if (end < 0) throw new DamagedArchive('its directory is missing');
  const count = numberAt(tail, end + 10, 2);
  const directory = numberAt(tail, end + 16, 4);
  if (count === 0xffff || directory === 0xffffffff) {
    throw new DamagedArchive('it uses the format for very large archives');
  }
  const reader = new ByteReader(source, directory);
  const entries: ZipEntry[] = [];
  for (let i = 0; i < count; i++) {
    const head = await reader.take(46);
    if (numberAt(head, 0, 4) !== IN_DIRECTORY) throw new DamagedArchive('its directory is damaged');
    const name = strFromU8(await reader.take(numberAt(head, 28, 2)));
    await reader.take(numberAt(head, 30, 2) + numberAt(head, 32, 2));
    entries.push({
      name,
      method: numberAt(head, 10, 2),
      encrypted: (numberAt(head, 8, 2) & 1) !== 0,
      crc: numberAt(head, 16, 4),
      packedBytes: numberAt(head, 20, 4),
      bytes: numberAt(head, 24, 4),
      offset: numberAt(head, 42, 4),
    });
  }
  return entries;
}

/** Unpacks one file of a zip, and checks its sum and its lengths. */
export async function unpackEntry(
  source: ByteSource,
  entry: ZipEntry,
  sink: Sink,
  onProgress: (packed: number, bytes: number) => void,
): Promise<void> {
  if (entry.encrypted) throw new DamagedArchive('its file is password-protected');
  const reader = new ByteReader(source, entry.offset);
  const head = await reader.take(30);
  if (numberAt(head, 0, 4) !== LOCAL_HEADER) throw new DamagedArchive('a header is damaged');
  await reader.take(numberAt(head, 26, 2) + numberAt(head, 28, 2));
  if (entry.method === DEFLATED) await inflate(reader, entry, sink, onProgress);
  else await copyStored(reader, entry, sink, onProgress);
}

/** What stands before the deflated stretch of a gzip file (RFC 1952). */
const GZIP_HEAD = Uint8Array.of(0x1f, 0x8b, DEFLATED, 0, 0, 0, 0, 0, 0, 255);

/** A deflated file of a zip as a gzip file: it ends with its sum and its length, as the zip states them. */
async function* asGzip(
  reader: ByteReader,
  { packedBytes, crc, bytes }: ZipEntry,
): AsyncGenerator<Uint8Array> {
  yield GZIP_HEAD;
  for (let left = packedBytes; left > 0;) {
    const piece = await reader.take(Math.min(PACKED_PIECE, left));
    left -= piece.length;
    yield piece;
  }
  const end = new DataView(new ArrayBuffer(8));
  end.setUint32(0, crc, true);
  end.setUint32(4, bytes, true);
  yield new Uint8Array(end.buffer);
}

/** What a deflated file holds, checked when its end has come. */
async function* inflated(reader: ByteReader, entry: ZipEntry): AsyncGenerator<Uint8Array> {
  try {
    yield* ungzipped(asGzip(reader, entry));
  } catch (error) {
    if (!(error instanceof RuntimeRefusal)) throw error;
    throw new DamagedArchive('its data does not match its checksum');
  }
}

async function inflate(
  reader: ByteReader,
  entry: ZipEntry,
  sink: Sink,
  onProgress: (packed: number, bytes: number) => void,
): Promise<void> {
  const start = reader.at;
  let bytes = 0;
  for await (const chunk of inflated(reader, entry)) {
    bytes += chunk.length;
    // Before it is kept: a small piece can hold a thousand times its size.
    onProgress(reader.at - start, bytes);
    sink(chunk);
  }
  if (bytes !== entry.bytes) throw new DamagedArchive('its length does not match');
}

async function copyStored(
  reader: ByteReader,
  { method, packedBytes, bytes: stated, crc: sum }: ZipEntry,
  sink: Sink,
  onProgress: (packed: number, bytes: number) => void,
): Promise<void> {
  if (method !== STORED) throw new DamagedArchive('it uses an unsupported compression method');
  let bytes = 0;
  let crc = 0;
  while (bytes < packedBytes) {
    const piece = await reader.take(Math.min(PIECE, packedBytes - bytes));
    bytes += piece.length;
    crc = crc32(piece, crc);
    sink(piece);
    onProgress(bytes, bytes);
  }
  if (bytes !== stated) throw new DamagedArchive('its length does not match');
  if (crc !== sum) throw new DamagedArchive('its checksum does not match');
}
