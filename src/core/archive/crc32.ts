/** Bytes that are taken at a time. */
const SLICE = 8;

/**
 * Remainders of all bytes for the reversed polynomial of gzip and zip (RFC 1952, section 8), and, 256 further on each
 * time, of the same bytes with one more zero byte behind them.
 */
const TABLE = new Uint32Array(256 * SLICE);
for (let byte = 0; byte < 256; byte++) {
  let rest = byte;
  for (let bit = 0; bit < 8; bit++) rest = rest & 1 ? (rest >>> 1) ^ 0xedb88320 : rest >>> 1;
  TABLE[byte] = rest;
}
for (let at = 256; at < TABLE.length; at++) {
  const before = TABLE[at - 256];
  TABLE[at] = (before >>> 8) ^ TABLE[before & 255];
}

/**
 * The check sum of gzip and zip over `bytes`, going on from that of what came before. Eight bytes at a time, which
 * takes a third of the time of one by one (Kounavis and Berry, 2005).
 */
export function crc32(bytes: Uint8Array, before = 0): number {
  const table = TABLE;
  let crc = ~before;
  let i = 0;
  for (const end = bytes.length - (SLICE - 1); i < end; i += SLICE) {
    const low =
      crc ^ (bytes[i] | (bytes[i + 1] << 8) | (bytes[i + 2] << 16) | (bytes[i + 3] << 24));
    crc =
      table[1792 + (low & 255)] ^
      table[1536 + ((low >>> 8) & 255)] ^
      table[1280 + ((low >>> 16) & 255)] ^
      table[1024 + (low >>> 24)] ^
      table[768 + bytes[i + 4]] ^
      table[512 + bytes[i + 5]] ^
      table[256 + bytes[i + 6]] ^
      table[bytes[i + 7]];
  }
  for (; i < bytes.length; i++) crc = (crc >>> 8) ^ table[(crc ^ bytes[i]) & 255];
  return ~crc >>> 0;
}
