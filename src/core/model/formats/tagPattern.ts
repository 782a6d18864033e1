const [MINUS, POINT, SLASH, ZERO, NINE, QUOTE, SPACE] = [45, 46, 47, 48, 57, 34, 32];
/** Numbers with more signs may have more than 32 bits. */
const MOST_DIGITS = 9;
const POWERS = Float64Array.from({ length: MOST_DIGITS + 1 }, (_, i) => 10 ** i);

/**
 * The way a tag with three numbers was written: `<vertex x="1" y="2" z="3"/>`. In a list of millions all others are
 * written alike, and what stands between the numbers only has to be compared.
 */
export class TagPattern {
  /** The numbers of the tag that was read last, in the order of the names that it was learned with. */
  readonly found = new Float64Array(3);
  /** What stands before each number, and behind the last one; empty until there is a pattern. */
  private parts: readonly Uint8Array[] = [];
  /** Which of the three each number is. */
  private order: readonly number[] = [];

  /** Learns from a whole tag; one that is not written plainly leaves no pattern. */
  learn(bytes: Uint8Array, start: number, end: number, names: readonly string[]): void {
    const parts: Uint8Array[] = [];
    const order: number[] = [];
    let from = start;
    for (let at = start; at < end; at++) {
      if (bytes[at] !== QUOTE) continue;
      order.push(names.indexOf(wordBefore(bytes, at - 1)));
      parts.push(bytes.slice(from, at + 1));
      at = bytes.indexOf(QUOTE, at + 1);
      from = at;
    }
    parts.push(bytes.slice(from, end));
    const isPlain = order.length === 3 && names.every((_, i) => order.includes(i));
    this.parts = isPlain ? parts : [];
    this.order = order;
  }

  /**
   * Reads a tag of the pattern, with space before it or none.
   * @returns where it ends; −1 where something else stands, or the bytes end first.
   */
  read(bytes: Uint8Array, from: number): number {
    const { parts, order, found } = this;
    if (parts.length === 0) return -1;
    let at = from;
    while (bytes[at] <= SPACE) at++;
    for (let k = 0; k < 3; k++) {
      at = after(bytes, at, parts[k]);
      if (at < 0) return -1;
      let byte = bytes[at];
      const isNegative = byte === MINUS;
      if (isNegative) byte = bytes[++at];
      // Whole numbers of 32 bits as long as they are: those of doubles take twice the time.
      let value = 0;
      let point = 0;
      const first = at;
      for (; byte >= POINT && byte !== SLASH && byte <= NINE; byte = bytes[++at]) {
        if (byte !== POINT) value = (value * 10 + byte - ZERO) | 0;
        else if (point > 0) return -1;
        else point = at + 1;
      }
      const length = at - first;
      // A number that is written otherwise has no quote here.
      if (length > MOST_DIGITS || length === (point > 0 ? 1 : 0)) return -1;
      const size = point > 0 ? value / POWERS[at - point] : value;
      found[order[k]] = isNegative ? -size : size;
    }
    return after(bytes, at, parts[3]);
  }
}

/** Where bytes end that stand somewhere; −1 where others do. */
function after(bytes: Uint8Array, at: number, wanted: Uint8Array): number {
  for (let i = 0; i < wanted.length; i++) if (bytes[at + i] !== wanted[i]) return -1;
  return at + wanted.length;
}

/** The name of an attribute, from the byte of its equals sign back. */
function wordBefore(bytes: Uint8Array, equals: number): string {
  let start = equals;
  while (bytes[start - 1] > SPACE) start--;
  return String.fromCharCode(...bytes.subarray(start, equals));
}
