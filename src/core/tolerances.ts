/**
 * How near counts as the same. Files round to two or three places and arithmetic to sixteen; whoever
 * compares takes one of these, so that two places never judge the same pair differently.
 */

/** Heights and places nearer than this are the same, mm. */
export const HAIR = 0.005;

/** Lengths of filament nearer than this are the same, mm: files write five places. */
export const FILAMENT_HAIR = 1e-4;

/** What sums and differences of what files write leave over, in the unit at hand: mm, mm/min. */
export const FINE = 1e-6;

/** What arithmetic leaves over, in any unit. */
export const ROUNDING = 1e-9;
