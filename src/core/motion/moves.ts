// Assembly reads this file too: numbers in, numbers out.

/** Moves outside of these lengths are no moves, mm: rounding at one end, nonsense at the other. */
export const SHORTEST = 1e-9;
export const LONGEST = 1e6;
/** A feed rate of 0 would never end; firmwares have such a floor too, mm/s. */
export const SLOWEST = 0.05;

/** Length that the feed rate applies to: the path of the head, or the filament when only it moves. */
export function pathLength(dx: number, dy: number, dz: number, de: number): number {
  const squared = dx * dx + dy * dy + dz * dz;
  return squared > 0 ? Math.sqrt(squared) : Math.abs(de);
}

/**
 * Highest speed through a corner that may be left by `deviation` mm, mm/s.
 * v² = a·δ·sin(θ/2) / (1 − sin(θ/2)), θ the angle between the two paths: the speed at which a circle that leaves the
 * corner by δ needs just the acceleration a.
 * @param cosine that of θ. @param speed what is wanted at most. @param accel mm/s².
 */
export function speedByDeviation(
  cosine: number,
  speed: number,
  accel: number,
  deviation: number,
): number {
  if (cosine > 0.999999) return 0;
  const sinHalf = Math.sqrt((1 - Math.max(-1, cosine)) / 2);
  if (sinHalf > 0.999999) return speed;
  return Math.min(speed, Math.sqrt((accel * deviation * sinHalf) / (1 - sinHalf)));
}
