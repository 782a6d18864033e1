import type { ArcGeometry } from '../gcode/curves/arc';
import type { SplineGeometry } from '../gcode/curves/spline';

/** A path that is not straight. */
export type Curve = ArcGeometry | SplineGeometry;

/** Largest distance between a curve and the chords it is drawn with, mm. */
const CHORD_ERROR = 0.02;
/** Most pieces of a spline; beyond every real file. */
const MOST_PIECES = 10_000;

type Chord = (x0: number, y0: number, x1: number, y1: number) => void;

/** Length along a curve, mm. */
export function curveLength(curve: Curve): number {
  if (curve.kind === 'arc') return Math.abs(curve.sweep) * curve.radius;
  let length = 0;
  forEachChord(curve, (x0, y0, x1, y1) => {
    length += Math.hypot(x1 - x0, y1 - y0);
  });
  return length;
}

/** Directions of travel at the start and at the end of a curve, as unit vectors. */
export function curveDirections(curve: Curve): [[number, number], [number, number]] {
  if (curve.kind === 'spline') {
    const { x0, y0, x1, y1, x2, y2, x3, y3 } = curve;
    return [unit(x1 - x0, y1 - y0, x3 - x0, y3 - y0), unit(x3 - x2, y3 - y2, x3 - x0, y3 - y0)];
  }
  const { from, sweep } = curve;
  const turn = Math.sign(sweep);
  const at = (angle: number): [number, number] => [-Math.sin(angle) * turn, Math.cos(angle) * turn];
  return [at(from), at(from + sweep)];
}

/** A unit vector along (x, y), or along the other one where that has no length. */
function unit(x: number, y: number, otherX: number, otherY: number): [number, number] {
  const length = Math.hypot(x, y);
  if (length > 0) return [x / length, y / length];
  const other = Math.hypot(otherX, otherY) || 1;
  return [otherX / other, otherY / other];
}

/** Cuts a curve into chords and hands each to `chord`, from start to end. */
export function forEachChord(curve: Curve, chord: Chord): void {
  if (curve.kind === 'arc') forEachArcChord(curve, chord);
  else forEachSplineChord(curve, chord);
}

function forEachArcChord(arc: ArcGeometry, chord: Chord): void {
  const ratio = Math.min(1, CHORD_ERROR / Math.max(arc.radius, CHORD_ERROR));
  const step = 2 * Math.acos(1 - ratio);
  const pieces = Math.max(1, Math.ceil(Math.abs(arc.sweep) / step));
  let x = arc.centreX + arc.radius * Math.cos(arc.from);
  let y = arc.centreY + arc.radius * Math.sin(arc.from);
  for (let i = 1; i <= pieces; i++) {
    const angle = arc.from + (arc.sweep * i) / pieces;
    const nextX = arc.centreX + arc.radius * Math.cos(angle);
    const nextY = arc.centreY + arc.radius * Math.sin(angle);
    chord(x, y, nextX, nextY);
    x = nextX;
    y = nextY;
  }
}

/**
 * Pieces of equal steps of the parameter: a cubic is nowhere farther from its chords than an eighth
 * of its largest second derivative times the square of the step.
 */
function forEachSplineChord(spline: SplineGeometry, chord: Chord): void {
  const { x0, y0, x1, y1, x2, y2, x3, y3 } = spline;
  const bend =
    6 *
    Math.max(
      Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2),
      Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3),
    );
  const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(Math.sqrt(bend / 8 / CHORD_ERROR))));
  let x = x0;
  let y = y0;
  for (let i = 1; i <= pieces; i++) {
    const t = i / pieces;
    const s = 1 - t;
    const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    const nextX = a * x0 + b * x1 + c * x2 + d * x3;
    const nextY = a * y0 + b * y1 + c * y2 + d * y3;
    chord(x, y, nextX, nextY);
    x = nextX;
    y = nextY;
  }
}
