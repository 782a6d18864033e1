/**
 * What one swap takes, seconds: the printer's own moves, and ordinary practised hands, which need
 * 1 to 4 minutes.
 */
export const SWAP_SECONDS = { machine: 30, hands: 150 } as const;

/** Seconds that `count` swaps add to the print when someone stands by. */
export function swapSeconds(count: number, handSeconds: number = SWAP_SECONDS.hands): number {
  return count * (SWAP_SECONDS.machine + handSeconds);
}
