import { ByteReader, DamagedArchive } from './byteReader';
import type { ByteSource } from '../byteSource';
import { inflateFrom, type Sink } from './inflate';

const DEFLATED = 8;
const Flag = { headerSum: 2, extra: 4, name: 8, comment: 16, reserved: 0xe0 } as const;

/**
 * Unpacks all members of a gzip file (RFC 1952), one after the other, and checks the sum and the
 * length of each. Only zeros may stand behind the last one.
 */
export async function unpackGzip(
  source: ByteSource,
  sink: Sink,
  onProgress: (packed: number, bytes: number) => void,
): Promise<void> {
  const reader = new ByteReader(source);
  let before = 0;
  do {
    await skipHeader(reader);
    const { bytes, crc } = await inflateFrom(reader, sink, (out) =>
      onProgress(reader.at, before + out),
    );
    if ((await reader.number(4)) !== crc) throw new DamagedArchive('its checksum does not match');
    if ((await reader.number(4)) !== bytes % 2 ** 32) {
      throw new DamagedArchive('its length does not match');
    }
    before += bytes;
  } while (await hasNextMember(reader));
}

async function skipHeader(reader: ByteReader): Promise<void> {
  const head = await reader.take(10);
  const flags = head[3];
  const isGzip = head[0] === 0x1f && head[1] === 0x8b && head[2] === DEFLATED;
  if (!isGzip || (flags & Flag.reserved) !== 0) throw new DamagedArchive('its header is damaged');
  if (flags & Flag.extra) await reader.take(await reader.number(2));
  if (flags & Flag.name) await reader.skipText();
  if (flags & Flag.comment) await reader.skipText();
  if (flags & Flag.headerSum) await reader.take(2);
}

async function hasNextMember(reader: ByteReader): Promise<boolean> {
  const next = await reader.peek(2);
  if (next[0] === 0x1f && next[1] === 0x8b) return true;
  while (reader.left > 0) {
    const rest = await reader.take(Math.min(reader.left, 1 << 16));
    if (rest.some((byte) => byte !== 0)) {
      throw new DamagedArchive('there is extra data after its end');
    }
  }
  return false;
}
