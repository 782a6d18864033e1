/**
 * The cells of a picture as they are kept: areas of one number, and what lies between them. A picture of a print takes
 * a tenth to a hundredth of the room so, and hundreds of them are read at once.
 *
 * A head says how many cells follow: with its highest bit set all of them have the one number behind it, otherwise each
 * has its own.
 */
export type PackedCells = Uint16Array<ArrayBuffer>;

const SAME = 0x8000;
const MOST = 0x7fff;
/** Fewer cells of one number than this are no shorter as an area. */
const WORTH = 3;

export function packedCells(cells: Uint16Array): PackedCells {
  const packed: number[] = [];
  /** Where the single cells begin that are not written yet. */
  let from = 0;
  const writeSingle = (to: number): void => {
    for (; from < to; from += MOST) {
      const end = Math.min(to, from + MOST);
      packed.push(end - from, ...cells.subarray(from, end));
    }
    from = to;
  };
  for (let at = 0; at < cells.length;) {
    let end = at + 1;
    while (end < cells.length && end - at < MOST && cells[end] === cells[at]) end++;
    if (end - at >= WORTH) {
      writeSingle(at);
      packed.push(SAME | (end - at), cells[at]);
      from = end;
    }
    at = end;
  }
  writeSingle(cells.length);
  return Uint16Array.from(packed);
}

/** The cells again; null where they are not `count`, as when they were damaged. */
export function unpackedCells(packed: Uint16Array, count: number): Uint16Array<ArrayBuffer> | null {
  if (!holdsCells(packed, count)) return null;
  const cells = new Uint16Array(count);
  let at = 0;
  for (let i = 0; i < packed.length;) {
    const head = packed[i++];
    const length = head & MOST;
    if ((head & SAME) !== 0) cells.fill(packed[i++], at, at + length);
    else {
      cells.set(packed.subarray(i, i + length), at);
      i += length;
    }
    at += length;
  }
  return cells;
}

/** Whether they are `count` cells, none with a number above `most`. */
export function holdsCells(packed: Uint16Array, count: number, most = 0xffff): boolean {
  let cells = 0;
  for (let i = 0; i < packed.length;) {
    const head = packed[i++];
    const length = head & MOST;
    const numbers = (head & SAME) !== 0 ? 1 : length;
    if (i + numbers > packed.length) return false;
    for (const end = i + numbers; i < end; i++) if (packed[i] > most) return false;
    cells += length;
  }
  return cells === count;
}
