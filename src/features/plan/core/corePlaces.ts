/** Columns of the core panel, px: overview, height ruler, notches, the core; the rest is for flags. */
export const OVERVIEW_LEFT = 6;
export const OVERVIEW_WIDTH = 12;
export const RULER_LEFT = 18;
export const NOTCH_LEFT = 58;
export const CORE_LEFT = 100;
export const CORE_WIDTH = 96;
export const CORE_RIGHT = CORE_LEFT + CORE_WIDTH;
