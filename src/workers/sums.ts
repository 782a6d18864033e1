import { createSHA256, type IHasher } from 'hash-wasm';

/**
 * A new sum (SHA-256) that bytes are put into one after another. `crypto.subtle` is missing on pages from an address
 * without https, and wants all bytes at once.
 */
export function newSum(): Promise<IHasher> {
  return createSHA256();
}

/** SHA-256 of a blob, in hexadecimal; read piece by piece. */
export async function sumOf(blob: Blob): Promise<string> {
  const sum = await newSum();
  const reader = blob.stream().getReader();
  for (let next = await reader.read(); !next.done; next = await reader.read())
    sum.update(next.value);
  return sum.digest('hex');
}
