/** Pieces merged at most, so that small errors cannot add up to a bend. */
export const MOST_PIECES = 8;
/** How far a corner may lie off the merged line, mm; a small part of a raster cell. */
const TOLERANCE = 0.025;
/** Widths this near to each other are one, as a share. */
const SAME_WIDTH = 0.04;

/** Whether two widths are about the same, mm. */
export function isSameWidth(width: number, other: number): boolean {
  const change = width - other;
  return change <= SAME_WIDTH * width && -change <= SAME_WIDTH * width;
}

/** Whether a path of (ux, uy) goes on about straight by (vx, vy), mm. Assembly reads this file too. */
export function isAboutStraight(ux: number, uy: number, vx: number, vy: number): boolean {
  if (ux * vx + uy * vy <= 0) return false;
  // Distance of the corner from the line between the ends: |u × v| / |u + v|.
  const cross = ux * vy - uy * vx;
  const wx = ux + vx;
  const wy = uy + vy;
  return cross * cross <= TOLERANCE * TOLERANCE * (wx * wx + wy * wy);
}
