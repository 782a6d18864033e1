import type { ByteSource } from '../byteSource';

/** Thrown where an archive ends too early or says something that cannot be. Never leaves this folder. */
export class DamagedArchive extends Error {}

/** Reads a source from a place on, in small and in large pieces. */
export class ByteReader {
  constructor(
    private readonly source: ByteSource,
    public at = 0,
  ) {}

  get left(): number {
    return this.source.size - this.at;
  }

  /** The next `count` bytes, all of them. */
  async take(count: number): Promise<Uint8Array> {
    if (count > this.left) throw new DamagedArchive('it ends too early');
    const bytes = await this.source.slice(this.at, this.at + count);
    this.at += count;
    return bytes;
  }

  async number(byteCount: 1 | 2 | 4): Promise<number> {
    const bytes = await this.take(byteCount);
    return bytes.reduceRight((sum, byte) => sum * 256 + byte, 0);
  }

  /** Steps over a text that ends with a zero byte. */
  async skipText(): Promise<void> {
    while ((await this.number(1)) !== 0);
  }

  /** Up to `most` bytes without stepping over them. */
  async peek(most: number): Promise<Uint8Array> {
    return this.source.slice(this.at, Math.min(this.source.size, this.at + most));
  }
}

/** The number in `count` bytes from `at` on, the lowest byte first. */
export function numberAt(bytes: Uint8Array, at: number, count: 2 | 4): number {
  let sum = 0;
  for (let i = count - 1; i >= 0; i--) sum = sum * 256 + (bytes[at + i] ?? 0);
  return sum;
}
