import { PURGE_SPEED } from '../filament/purge';

/**
 * What one swap takes, seconds: the printer's own moves, and ordinary practised hands, which need
 * 1 to 4 minutes. Purging comes on top.
 */
export const SWAP_SECONDS = { machine: 30, hands: 150 } as const;

/** Seconds that the printer's own part of a swap takes, with what it purges. */
export function machineSeconds(purgeMm: number): number {
  return SWAP_SECONDS.machine + purgeMm / PURGE_SPEED;
}

/**
 * Seconds that swaps add to the print when someone stands by.
 * @param purges filament that each swap purges, mm.
 */
export function swapSeconds(
  purges: readonly number[],
  handSeconds: number = SWAP_SECONDS.hands,
): number {
  return purges.reduce((sum, mm) => sum + machineSeconds(mm) + handSeconds, 0);
}
