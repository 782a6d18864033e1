/** Remainders of all bytes for the reversed polynomial of gzip and zip (RFC 1952, section 8). */
const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let rest = byte;
  for (let bit = 0; bit < 8; bit++) rest = rest & 1 ? (rest >>> 1) ^ 0xedb88320 : rest >>> 1;
  return rest;
});

/** The check sum of gzip and zip over `bytes`, going on from that of what came before. */
export function crc32(bytes: Uint8Array, before = 0): number {
  let crc = ~before;
  for (let i = 0; i < bytes.length; i++) crc = (crc >>> 8) ^ TABLE[(crc ^ bytes[i]) & 255];
  return ~crc >>> 0;
}
