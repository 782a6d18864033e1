/**
 * A new id (UUID, version 4, RFC 9562). `crypto.randomUUID` is missing on pages from an address without https, as in
 * a home network; random bytes are there everywhere. Sums are beside: `sums.ts`.
 */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  return [8, 12, 16, 20, 32].map((end, i) => hex.slice([0, 8, 12, 16, 20][i], end)).join('-');
}
