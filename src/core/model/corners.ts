/** The corners of triangles with a number for each place. */
export interface CornerIds {
  /** By corner: three to a triangle. */
  readonly ids: Uint32Array;
  /** How many places there are. */
  readonly count: number;
}

/**
 * Gives every place where there is a corner a number; corners count as one where their numbers are the same.
 * @param c corners, nine numbers a triangle.
 */
export function cornerIds(c: Float32Array): CornerIds {
  const corners = c.length / 3;
  const ids = new Uint32Array(corners);
  // Open addressing, at most half full: place 0 is empty, others are a corner's index plus one.
  const size = 1 << Math.max(4, Math.ceil(Math.log2(corners * 2 + 1)));
  const table = new Uint32Array(size);
  const bits = new Uint32Array(c.buffer, c.byteOffset, c.length);
  let count = 0;
  for (let i = 0; i < corners; i++) {
    const at = i * 3;
    const [x, y, z] = [unsigned(bits[at]), unsigned(bits[at + 1]), unsigned(bits[at + 2])];
    let slot = mixed(mixed(mixed(0x9e37, x), y), z) & (size - 1);
    for (;;) {
      const there = table[slot];
      if (there === 0) {
        table[slot] = i + 1;
        ids[i] = count++;
        break;
      }
      const other = (there - 1) * 3;
      if (c[other] === c[at] && c[other + 1] === c[at + 1] && c[other + 2] === c[at + 2]) {
        ids[i] = ids[there - 1];
        break;
      }
      slot = (slot + 1) & (size - 1);
    }
  }
  return { ids, count };
}

/** Minus zero is the same place as zero. */
export const unsigned = (bits: number): number => (bits === 0x80000000 ? 0 : bits);

/** The last mixing of MurmurHash3 (Appleby, 2011), over two numbers. */
export function mixed(a: number, b: number): number {
  let h = Math.imul(a ^ (a >>> 15), 0x85ebca6b) ^ b;
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 16), 0x27d4eb2f);
  return (h ^ (h >>> 15)) >>> 0;
}
