import { strFromU8 } from 'fflate';
import type { ByteSource } from '../byteSource';
import { ByteReader, DamagedArchive, numberAt } from './byteReader';
import { crc32 } from './crc32';
import { inflateFrom, type Sink } from './inflate';

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
  const start = reader.at;
  const { bytes, crc } =
    entry.method === DEFLATED
      ? await inflateFrom(
          reader,
          sink,
          (out) => onProgress(reader.at - start, out),
          entry.packedBytes,
        )
      : await copyStored(reader, entry, sink, onProgress);
  if (reader.at - start !== entry.packedBytes || bytes !== entry.bytes) {
    throw new DamagedArchive('its length does not match');
  }
  if (crc !== entry.crc) throw new DamagedArchive('its checksum does not match');
}

async function copyStored(
  reader: ByteReader,
  { method, packedBytes }: ZipEntry,
  sink: Sink,
  onProgress: (packed: number, bytes: number) => void,
): Promise<{ bytes: number; crc: number }> {
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
  return { bytes, crc };
}
