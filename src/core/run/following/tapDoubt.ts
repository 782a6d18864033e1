import type { RunEvent } from './events';
import type { RunState } from './runState';

/** A tap that is hard to believe: so much of a stretch was planned, and so little of it has passed, s. */
export interface TapDoubt {
  readonly planned: number;
  readonly taken: number;
}

/** A stretch that is over before this share of it has passed is asked about. */
const LEAST_SHARE = 0.5;
/** Where no more than this is left, s, a tap moves little. */
const LITTLE = 120;

/**
 * Whether a tap would end a stretch of printing long before it was planned to: it would move all times behind it.
 * Null for a tap that is believed.
 */
export function tapDoubt(
  state: RunState,
  told: Pick<RunEvent, 'kind'> & { readonly how?: string },
  now: number,
): TapDoubt | null {
  const { phase, since, upcoming, end } = state;
  const ends = (told.kind === 'stopped' && told.how === 'planned') || told.kind === 'missed';
  const due = ends ? upcoming.at(0) : told.kind === 'finished' ? end : null;
  if (phase !== 'printing' || since === null || !due) return null;
  const planned = (due.at - since) / 1000;
  const taken = Math.max(0, (now - since) / 1000);
  return taken < LEAST_SHARE * planned && planned - taken > LITTLE ? { planned, taken } : null;
}
