/** How long before a swap somebody is called, ms; the last one repeats while nobody says anything. */
const CALLS = [10 * 60_000, 2 * 60_000, 0] as const;
const AGAIN = 60_000;
const TIMES_AGAIN = 5;

/** From this call on the swap is due. */
export const DUE = CALLS.length;

/** Which calls have come at a moment for a swap at another, both ms since 1970: their number, 0 for none. */
export function callsDue(at: number, now: number): number {
  const early = CALLS.filter((before) => now >= at - before).length;
  if (early < CALLS.length) return early;
  return early + Math.min(TIMES_AGAIN, Math.floor((now - at) / AGAIN));
}
