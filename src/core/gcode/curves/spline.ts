import type { CurveEnds } from './curveEnds';
import type { Words } from '../lines/words';

/** The cubic curve of a G5, in machine mm: its ends and the two points that bend it. */
export interface SplineGeometry {
  readonly kind: 'spline';
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  x3: number;
  y3: number;
  /** False when the words do not describe a curve; the move is then taken as straight. */
  valid: boolean;
}

export function emptySpline(): SplineGeometry {
  return { kind: 'spline', x0: 0, y0: 0, x1: 0, y1: 0, x2: 0, y2: 0, x3: 0, y3: 0, valid: true };
}

/**
 * Fills `spline` from the words of a G5: `I J` lead away from the start, `P Q` stand off the end.
 * Without `I J` it goes on smoothly from the G5 before, whose bend is still in `spline`.
 */
export function describeSpline(spline: SplineGeometry, words: Words, ends: CurveEnds): void {
  const { fromX, fromY, toX, toY, unit } = ends;
  const goesOn = spline.x3 === fromX && spline.y3 === fromY;
  const hasStart = words.has('I') && words.has('J');
  spline.valid = words.has('P') && words.has('Q') && (hasStart || goesOn);
  const [awayX, awayY] = [spline.x3 - spline.x2, spline.y3 - spline.y2];
  spline.x0 = fromX;
  spline.y0 = fromY;
  spline.x1 = fromX + (hasStart ? words.get('I') * unit : awayX);
  spline.y1 = fromY + (hasStart ? words.get('J') * unit : awayY);
  spline.x2 = toX + words.getOr('P', 0) * unit;
  spline.y2 = toY + words.getOr('Q', 0) * unit;
  spline.x3 = toX;
  spline.y3 = toY;
}
