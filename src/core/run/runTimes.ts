/** Planned time whose weight the plan itself has against what was seen, s: a quarter of an hour. */
const PRIOR_SECONDS = 900;
/** How far off an estimate of printing time is before anything was seen, and at best, as shares. */
const FIRST_SPREAD = 0.06;
const LEAST_SPREAD = 0.015;
/** Nothing is known more exactly, s. */
const LEAST_SECONDS = 30;
/** A stop that takes so many times as long as planned, and at least so long, s, was no work of hands. */
const PAUSE_TIMES = 3;
const SHORTEST_PAUSE = 900;

/**
 * How much longer printing takes than planned, from what was seen in this run: the mean weighted by time,
 * shrunk towards 1 while little was seen (a normal prior worth `PRIOR_SECONDS`).
 */
export function learnedFactor(planned: number, actual: number): number {
  const factor = (actual + PRIOR_SECONDS) / (planned + PRIOR_SECONDS);
  return Math.min(2, Math.max(0.5, factor));
}

/** How far off a time is that lies so many seconds of printing ahead, s. */
export function spreadOf(ahead: number, seen: number): number {
  const share =
    LEAST_SPREAD + ((FIRST_SPREAD - LEAST_SPREAD) * PRIOR_SECONDS) / (PRIOR_SECONDS + seen);
  return Math.max(LEAST_SECONDS, share * ahead);
}

/** True for a swap that the printer has waited at for somebody: it does not say how long hands take. s. */
export function isLongPause(taken: number, planned: number): boolean {
  return taken > Math.max(SHORTEST_PAUSE, PAUSE_TIMES * planned);
}
