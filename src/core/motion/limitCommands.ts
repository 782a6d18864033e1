import { perSecond, writtenFeed } from '../feed';
import type { Words } from '../gcode/lines/words';
import type { MotionLimits, PerAxis } from './limits';

/** Above this, an M203 number can only be in mm/min, as some firmwares write it. */
const FASTEST_PER_SECOND = 1500;

/**
 * The limits after an M201 (acceleration per axis), M203 (top speed per axis), M204 (acceleration
 * for print, travel and retraction) or M205 (corners). What the line does not name stays.
 */
export function limitsAfter(limits: MotionLimits, words: Words): MotionLimits {
  switch (words.code) {
    case 201:
      return { ...limits, acceleration: { ...limits.acceleration, ...axesOf(words, 1) } };
    case 203: {
      const largest = Math.max(words.getOr('X', 0), words.getOr('Y', 0));
      const isPerMinute = largest > FASTEST_PER_SECOND;
      return {
        ...limits,
        maxFeed: {
          ...limits.maxFeed,
          ...axesOf(words, isPerMinute ? perSecond(writtenFeed(1)) : 1),
        },
      };
    }
    case 204:
      return { ...limits, acceleration: { ...limits.acceleration, ...kindsOf(words) } };
    case 205:
      return { ...limits, ...cornersOf(limits, words) };
    default:
      return limits;
  }
}

function axesOf(words: Words, factor: number): Partial<PerAxis> {
  const axes: Partial<Record<keyof PerAxis, number>> = {};
  for (const axis of ['x', 'y', 'z', 'e'] as const) {
    const number = words.getOr(axis.toUpperCase(), 0);
    if (number > 0) axes[axis] = number * factor;
  }
  return axes;
}

/** M204: S sets print and travel (the older form), P print, T travel, R retraction. */
function kindsOf(words: Words): Partial<MotionLimits['acceleration']> {
  const both = words.getOr('S', 0);
  const print = words.getOr('P', both);
  const travel = words.getOr('T', both);
  const retract = words.getOr('R', 0);
  return {
    ...(print > 0 && { print }),
    ...(travel > 0 && { travel }),
    ...(retract > 0 && { retract }),
  };
}

/** M205: X Y Z E are jerks, J is a junction deviation in mm, S the lowest speed. */
function cornersOf(
  limits: MotionLimits,
  words: Words,
): Partial<Pick<MotionLimits, 'corner' | 'minimumFeed'>> {
  const minimum = words.has('S') ? { minimumFeed: words.get('S') } : {};
  if (words.getOr('J', 0) > 0) {
    return { ...minimum, corner: { kind: 'deviation', mm: words.get('J') } };
  }
  const jerks = axesOf(words, 1);
  if (Object.keys(jerks).length === 0) return minimum;
  const known =
    limits.corner.kind === 'jerk'
      ? limits.corner
      : { kind: 'jerk' as const, x: 8, y: 8, z: 0.4, e: 5 };
  const alsoY = jerks.x !== undefined && jerks.y === undefined ? { y: jerks.x } : {};
  return { ...minimum, corner: { ...known, ...alsoY, ...jerks } };
}
