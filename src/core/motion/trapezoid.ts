/**
 * Seconds for a straight stretch with constant acceleration: up from `entry` to at most
 * `cruise`, along, and down to `exit`. Lengths in mm, speeds in mm/s, acceleration in mm/s².
 * From rest to rest this is d/v + v/a when the cruise is reached, and 2·√(d/a) when it is not.
 * The caller keeps entry and exit reachable: |entry² − exit²| ≤ 2·a·length.
 */
export function trapezoidSeconds(
  length: number,
  entry: number,
  exit: number,
  cruise: number,
  acceleration: number,
): number {
  const peakSquared = acceleration * length + (entry * entry + exit * exit) / 2;
  if (peakSquared <= cruise * cruise) {
    return (2 * Math.sqrt(peakSquared) - entry - exit) / acceleration;
  }
  const ramps = (2 * cruise * cruise - entry * entry - exit * exit) / (2 * acceleration);
  return (2 * cruise - entry - exit) / acceleration + (length - ramps) / cruise;
}
