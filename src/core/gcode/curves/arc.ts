import type { CurveEnds } from './curveEnds';
import type { Words } from '../lines/words';

/** The circle piece of a G2 or G3, in machine mm. */
export interface ArcGeometry {
  readonly kind: 'arc';
  centreX: number;
  centreY: number;
  radius: number;
  /** Angle of the starting point, radians. */
  from: number;
  /** Signed sweep, radians; positive is anticlockwise (G3). */
  sweep: number;
  /** False when the words do not describe a circle; the move is then taken as straight. */
  valid: boolean;
}

export function emptyArc(): ArcGeometry {
  return { kind: 'arc', centreX: 0, centreY: 0, radius: 0, from: 0, sweep: 0, valid: true };
}

/** The ends of an arc; one that comes back to its start is a whole circle. */
export interface ArcEnds extends CurveEnds {
  readonly wholeCircle: boolean;
}

/**
 * Fills `arc` from the words of a G2 (clockwise) or G3 (anticlockwise), centre by I J (offsets
 * from the start) or by R. A negative R asks for the longer way round.
 */
export function describeArc(arc: ArcGeometry, words: Words, ends: ArcEnds): void {
  const clockwise = words.code === 2;
  const { fromX, fromY, toX, toY, unit } = ends;
  arc.valid = true;
  if (words.has('R') && !ends.wholeCircle) {
    const radius = words.get('R') * unit;
    const dx = toX - fromX;
    const dy = toY - fromY;
    const chord = Math.hypot(dx, dy);
    const height2 = radius * radius - (chord / 2) ** 2;
    if (height2 < -1e-3 || chord === 0) arc.valid = false;
    const height = Math.sqrt(Math.max(0, height2)) / (chord || 1);
    const side = clockwise === radius > 0 ? 1 : -1;
    arc.centreX = (fromX + toX) / 2 + side * dy * height;
    arc.centreY = (fromY + toY) / 2 - side * dx * height;
    arc.radius = Math.abs(radius);
  } else {
    const i = words.getOr('I', 0) * unit;
    const j = words.getOr('J', 0) * unit;
    arc.centreX = fromX + i;
    arc.centreY = fromY + j;
    arc.radius = Math.hypot(i, j);
    if (arc.radius === 0) arc.valid = false;
  }
  arc.from = Math.atan2(fromY - arc.centreY, fromX - arc.centreX);
  const to = Math.atan2(toY - arc.centreY, toX - arc.centreX);
  let sweep = to - arc.from;
  if (ends.wholeCircle) sweep = clockwise ? -2 * Math.PI : 2 * Math.PI;
  else if (clockwise && sweep >= 0) sweep -= 2 * Math.PI;
  else if (!clockwise && sweep <= 0) sweep += 2 * Math.PI;
  arc.sweep = sweep;
}
