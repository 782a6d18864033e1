/**
 * Cuts the chunks of an input where another of its files begins. What a printer has heard in the file before
 * is nothing to it: each was sliced for a printer that has just been switched on.
 */
export class FreshStarts {
  private at = 0;
  private next = 0;

  /** @param starts byte offsets, rising, of lines with which another file begins. */
  constructor(private readonly starts: readonly number[]) {}

  /** The chunk that comes next, in pieces; `fresh` ones begin another file. */
  *cut(chunk: Uint8Array): Generator<{ readonly bytes: Uint8Array; readonly fresh: boolean }> {
    const { starts } = this;
    const end = this.at + chunk.length;
    let from = this.at;
    let fresh = false;
    for (; this.next < starts.length && starts[this.next] < end; this.next++) {
      const start = starts[this.next];
      if (start > from) yield { bytes: this.part(chunk, from, start), fresh };
      fresh = true;
      from = start;
    }
    if (end > from) yield { bytes: this.part(chunk, from, end), fresh };
    this.at = end;
  }

  private part(chunk: Uint8Array, from: number, end: number): Uint8Array {
    return chunk.subarray(from - this.at, end - this.at);
  }
}

/** Where all files of an input begin but the first. */
export function laterStarts(sources: readonly { readonly start: number }[]): number[] {
  return sources.slice(1).map(({ start }) => start);
}
