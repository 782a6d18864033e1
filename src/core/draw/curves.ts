import type { PathD } from 'clipper2-ts';

type Point = PathD[number];

/** How far a piece of a curve may lie from the curve on what is printed, mm: well below what a nozzle shows. */
export const CURVE_MM = 0.02;

/** More pieces than this no curve takes. */
const MOST_PIECES = 200;

/**
 * Points along a Bézier curve after its beginning (de Casteljau), so many that no piece lies farther from the
 * curve than a tolerance (Wang's bound: Goldman, Pyramid Algorithms, 2003).
 * @param bends one control point of a quadratic curve, or two of a cubic one.
 * @param tolerance in the unit of the points.
 */
export function bezier(from: Point, bends: readonly Point[], to: Point, tolerance: number): PathD {
  const all = [from, ...bends, to];
  let bend = 0;
  for (let i = 2; i < all.length; i++) {
    const [a, b, c] = [all[i - 2], all[i - 1], all[i]];
    bend = Math.max(bend, Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y));
  }
  const degree = all.length - 1;
  const wanted = Math.ceil(Math.sqrt((degree * (degree - 1) * bend) / (8 * tolerance)));
  const pieces = Math.min(MOST_PIECES, Math.max(1, wanted));
  return Array.from({ length: pieces }, (_, i) =>
    i + 1 === pieces ? to : at(all, (i + 1) / pieces),
  );
}

function at(all: readonly Point[], t: number): Point {
  let points = all;
  while (points.length > 1) {
    points = points.slice(1).map((q, k) => ({
      x: points[k].x + (q.x - points[k].x) * t,
      y: points[k].y + (q.y - points[k].y) * t,
    }));
  }
  return points[0];
}
