import { formatMm } from '../../format';
import type { Print } from '../../print/print';

/** What a print looks like from above, and how tall it is. */
export type SeenPrint = Pick<Print, 'footprint' | 'layers' | 'skirtCells'>;

/** The size of a print and its outline, to compare with those of another one. */
export interface PrintShape {
  /** Along x, y and z, mm. */
  readonly size: readonly [number, number, number];
  /** 1 where something prints, row by row from the front, {@link GRID} squares each way. */
  readonly outline: Uint8Array;
}

/** Squares along each side of an outline that is compared. */
const GRID = 64;
/** Outlines of one part, sliced again, agree in at least such a share of what either covers. */
const SAME_OUTLINE = 0.85;
/** Sizes of one part differ by less than this share, or less than this, mm. */
const SAME_SHARE = 0.02;
const SAME_MM = 1;

/** The size of what a print prints, lines beside it left out, and its outline stretched to a square. */
export function shapeOf({ footprint, layers, skirtCells }: SeenPrint): PrintShape {
  const { top, columns, cellMm } = footprint;
  const printed = top.slice();
  for (const cell of skirtCells) printed[cell] = 0;
  let [left, right, front, back] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let cell = 0; cell < printed.length; cell++) {
    if (printed[cell] === 0) continue;
    const [x, y] = [cell % columns, Math.floor(cell / columns)];
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [front, back] = [Math.min(front, y), Math.max(back, y)];
  }
  const outline = new Uint8Array(GRID * GRID);
  const [wide, deep] = [right - left + 1, back - front + 1];
  for (let cell = 0; cell < printed.length; cell++) {
    if (printed[cell] === 0) continue;
    const x = Math.floor((((cell % columns) - left + 0.5) * GRID) / wide);
    const y = Math.floor(((Math.floor(cell / columns) - front + 0.5) * GRID) / deep);
    outline[y * GRID + x] = 1;
  }
  const height = layers.at(-1)?.z ?? 0;
  const size = right >= left ? [wide * cellMm, deep * cellMm] : [0, 0];
  return { size: [size[0], size[1], height], outline };
}

/** What two prints have in common, in sentences: their sizes, and what says that they are not one part. */
export interface Likeness {
  readonly sizes: string;
  readonly warnings: readonly string[];
}

/** Compares heights alone, mm, where no more is known of the print that a plan was made for. */
export function likenessByHeight(before: number, after: number): Likeness {
  return {
    sizes: `Before: ${formatMm(before)} mm tall. Now: ${formatMm(after)} mm tall.`,
    warnings: otherHeight(before, after),
  };
}

function otherHeight(before: number, after: number): string[] {
  if (Math.abs(before - after) <= SAME_SHARE * Math.max(before, after)) return [];
  return [
    `It is ${formatMm(Math.abs(after - before))} mm ${after > before ? 'taller' : 'lower'}: check that each height is where its colour begins.`,
  ];
}

/** Compares the print that a plan was made for with the one that it moves to. */
export function likenessOf(old: PrintShape, now: PrintShape): Likeness {
  const words = ({ size }: PrintShape): string =>
    `${size.map((one) => formatMm(one)).join(' × ')} mm`;
  const warnings: string[] = [];
  let both = 0;
  let either = 0;
  old.outline.forEach((one, i) => {
    both += one & now.outline[i];
    either += one | now.outline[i];
  });
  const share = either === 0 ? 1 : both / either;
  if (share < SAME_OUTLINE) {
    warnings.push(
      `Only ${Math.round(share * 100)} % of the outlines agree. This may be another part: check every swap.`,
    );
  }
  const isOther = (a: number, b: number): boolean =>
    Math.abs(a - b) > Math.max(SAME_MM, SAME_SHARE * Math.max(a, b));
  const [wide, deep] = [0, 1].map((axis) => isOther(old.size[axis], now.size[axis]));
  if (wide || deep) warnings.push('Its size on the bed is another one.');
  warnings.push(...otherHeight(old.size[2], now.size[2]));
  return { sizes: `Before: ${words(old)}. Now: ${words(now)}.`, warnings };
}
