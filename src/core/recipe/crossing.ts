import { FINE } from '../tolerances';
import type { MachineState } from '../gcode/machine';
import { LEAST_CLEARANCE, type SwapAction } from './actions';

/** What happens before and behind a travel of the file that would cross what stands. */
export interface CrossingActions {
  /** Height on the way, machine mm. */
  readonly z: number;
  readonly lift: readonly SwapAction[];
  readonly lower: readonly SwapAction[];
}

/**
 * Lifts the head over all that is printed, and lowers it again behind the travel.
 * @param from state before the travel, as the file has it; `to`, behind it.
 * @param printedTop height of the tallest thing printed by then, mm.
 * @param gone what lines of the way that are taken out would have done: go sideways, so that the head has to be led
 *   to the end, and retract filament, mm.
 */
export function crossingActions(
  from: MachineState,
  to: MachineState,
  printedTop: number,
  { leads, retracts }: { readonly leads: boolean; readonly retracts: number },
): CrossingActions {
  const z = Math.max(printedTop, from.z, to.z) + LEAST_CLEARANCE;
  const retract: SwapAction[] = retracts > FINE ? [{ kind: 'retract', mm: retracts }] : [];
  const unretract: SwapAction[] = retracts < -FINE ? [{ kind: 'un-retract', mm: -retracts }] : [];
  const lead: SwapAction[] = leads ? [{ kind: 'return', x: to.x, y: to.y }] : [];
  return {
    z,
    lift: [
      { kind: 'note-state', unseen: false },
      { kind: 'lift', z },
      { kind: 'restore', state: { ...from, z }, unseen: false, movesE: false },
    ],
    lower: [
      { kind: 'note-state', unseen: false },
      ...retract,
      ...lead,
      { kind: 'lower', z: to.z },
      ...unretract,
      { kind: 'restore', state: to, unseen: false, movesE: retract.length + unretract.length > 0 },
    ],
  };
}
