import { HAIR } from '../tolerances';
import type { LevelBox } from '../geometry/footprint';
import { type Level } from '../gcode/levels/levels';

/** What is known of where the levels print, by level index. */
export interface LevelBoxes {
  readonly boxes: readonly LevelBox[];
  /** Cells that a level covers, those of them that nothing later covers, and those that nothing covered before. */
  readonly covered: readonly number[];
  readonly exposed: readonly number[];
  readonly onBed: readonly number[];
}

/** How thin a bundle of priming lines is, mm, and how many moves it takes at most. */
const STRIP = 8;
const STRIP_MOVES = 200;
/** A few lines prime, wherever they are, when the file then resets the extruder. */
const FEW_LINES = 16;
/** Share of its cells that later lines may brush, from rounding. */
const BRUSHED = 0.02;

/**
 * How many levels at the start only prime the nozzle. Printed layers are never taken for priming
 * because of what comments say: a level primes when nothing is ever printed on it and it is a
 * narrow strip beside everything else, or a few lines before the file resets its extruder.
 *
 * @param marked levels that a label of the file stands before; these are layers.
 */
export function countPriming(
  levels: readonly Level[],
  inputs: LevelBoxes,
  marked: readonly boolean[],
): number {
  let count = 0;
  while (count < levels.length - 1 && !marked[count] && primes(levels, inputs, count)) count++;
  return count;
}

function primes(
  levels: readonly Level[],
  { boxes, covered, exposed }: LevelBoxes,
  i: number,
): boolean {
  const level = levels[i];
  const box = boxes.at(i);
  const isCovered = (covered[i] ?? 0) - (exposed[i] ?? 0) > BRUSHED * (covered[i] ?? 0);
  if (!box || !(covered[i] > 0) || isCovered) return false;
  const isBeside = boxes.slice(i + 1, levels.length).every((other) => !boxesTouch(box, other));
  const narrow = Math.min(box.maxX - box.minX, box.maxY - box.minY) < STRIP;
  if (narrow && level.extrusions <= STRIP_MOVES && (isBeside || level.endsByReset)) return true;
  // A skirt has the height of the layer that it goes round, and belongs to it.
  const isSkirt = Math.abs(level.z - levels[i + 1].z) <= HAIR;
  return level.endsByReset && level.extrusions <= FEW_LINES && !isSkirt;
}

export function boxesTouch(a: LevelBox, b: LevelBox): boolean {
  return a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;
}
