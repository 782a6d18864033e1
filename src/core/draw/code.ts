import { join, rectangle, type Area } from './areas';

/** A picture in black and white: 1 where it is dark, row by row from the top. */
export interface Bitmap {
  readonly width: number;
  readonly height: number;
  readonly dark: Uint8Array;
}

/** Parts of a finder pattern of a code that is scanned (ISO/IEC 18004): dark, light, dark, light, dark. */
const PATTERN = [1, 1, 3, 1, 1];
const MODULES = 7;
/** A part may be longer or shorter by so many modules. */
const TOLERANCE = 0.6;
/** Such a code has three of them. */
const FINDERS = 3;

/**
 * Side of one module of a code that is scanned, in pixels; null where the picture is no such code. Looks for its
 * three square marks, whose rows and columns change in steps of 1, 1, 3, 1 and 1.
 */
export function moduleOf(picture: Bitmap): number | null {
  const { width, height } = picture;
  const marks: { x: number; y: number; moduleSide: number }[] = [];
  for (let y = 0; y < height; y++) {
    for (const { middle, moduleSide } of patternsIn(width, (x) => picture.dark[y * width + x])) {
      const x = Math.round(middle);
      const down = patternsIn(height, (row) => picture.dark[row * width + x]).find(
        (one) => Math.abs(one.middle - y) < one.moduleSide * 1.5,
      );
      if (!down || Math.abs(down.moduleSide - moduleSide) > moduleSide * 0.3) continue;
      const known = marks.find(
        (one) => Math.hypot(one.x - x, one.y - down.middle) < moduleSide * 4,
      );
      if (!known) marks.push({ x, y: down.middle, moduleSide });
    }
  }
  if (marks.length < FINDERS) return null;
  const sizes = marks.map(({ moduleSide }) => moduleSide).sort((a, b) => a - b);
  return sizes[sizes.length >> 1];
}

/** Places along a line where it changes like a finder pattern: their middles and modules. */
function patternsIn(
  length: number,
  darkAt: (at: number) => number,
): { middle: number; moduleSide: number }[] {
  const runs: { from: number; to: number; dark: number }[] = [];
  for (let at = 0; at < length; at++) {
    const dark = darkAt(at);
    const last = runs.at(-1);
    if (last?.dark === dark) last.to = at + 1;
    else runs.push({ from: at, to: at + 1, dark });
  }
  const found: { middle: number; moduleSide: number }[] = [];
  for (let i = 0; i + PATTERN.length <= runs.length; i++) {
    if (runs[i].dark === 0) continue;
    const five = runs.slice(i, i + PATTERN.length);
    const whole = five[4].to - five[0].from;
    const moduleSide = whole / MODULES;
    if (moduleSide < 1) continue;
    const fits = five.every(
      ({ from, to }, k) => Math.abs(to - from - PATTERN[k] * moduleSide) <= TOLERANCE * moduleSide,
    );
    if (fits) found.push({ middle: (five[0].from + five[4].to) / 2, moduleSide });
  }
  return found;
}

/** A code has at least 21 modules a side, and four more for each size (ISO/IEC 18004). */
const LEAST_MODULES = 21;
const STEP_MODULES = 4;
/** How far its side may miss a whole number of modules. */
const MOST_ODD = 0.25;

/**
 * The dark modules of a code as squares, y upwards, pixels; null where the picture holds more than a code.
 * @param moduleSide as {@link moduleOf} found it, pixels.
 */
export function codeArea({ width, height, dark }: Bitmap, moduleSide: number): Area | null {
  let [left, right, top, bottom] = [width, -1, height, -1];
  for (let i = 0; i < dark.length; i++) {
    if (dark[i] === 0) continue;
    const [x, y] = [i % width, Math.floor(i / width)];
    [left, right] = [Math.min(left, x), Math.max(right, x + 1)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y + 1)];
  }
  const [wide, tall] = [right - left, bottom - top];
  const count =
    LEAST_MODULES + STEP_MODULES * Math.round((wide / moduleSide - LEAST_MODULES) / STEP_MODULES);
  const isOdd = (side: number): boolean => Math.abs(side / count / moduleSide - 1) * count > 1;
  if (isOdd(wide) || isOdd(tall) || Math.abs(wide - tall) > MOST_ODD * moduleSide + 1) return null;
  const area: Area = [];
  for (let row = 0; row < count; row++) {
    const isDark = (column: number): boolean =>
      column < count &&
      dark[
        Math.floor(top + ((row + 0.5) * tall) / count) * width +
          Math.floor(left + ((column + 0.5) * wide) / count)
      ] === 1;
    for (let column = 0; column < count; column++) {
      if (!isDark(column)) continue;
      const from = column;
      while (isDark(column + 1)) column++;
      const [x, y] = [(from * wide) / count, (-(row + 1) * tall) / count];
      area.push(...rectangle(x, y, ((column + 1 - from) * wide) / count, tall / count));
    }
  }
  return area.length === 0 ? null : join(area);
}
