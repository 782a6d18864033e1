/** How text is written that says so by its first bytes (Unicode, byte order mark); null where it does not. */
export function encodingOf(bytes: Uint8Array): 'utf-8' | 'utf-16le' | 'utf-16be' | null {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  // Without a mark, every other byte of plain words is zero.
  if (a > 0 && b === 0 && c > 0) return 'utf-16le';
  return a === 0 && b > 0 && c === 0 ? 'utf-16be' : null;
}
