import { FINE } from '../tolerances';
import type { MachineState } from '../gcode/machine';
import { LEAST_CLEARANCE, type SwapAction } from './actions';

/** What happens before and behind a way of the file that would cross what stands. */
export interface CrossingActions {
  /** Height on the way, machine mm. */
  readonly z: number;
  readonly lift: readonly SwapAction[];
  readonly lower: readonly SwapAction[];
}

/**
 * Lifts the head over all that is printed, and lowers it again behind the way.
 * @param from state before the way, as the file has it; `to`, behind it.
 * @param printedTop height of the tallest thing printed by then, mm.
 * @param pulls where the last line of the way is taken out, so that the head has to be led to its end: how much
 *   filament it pulls back, mm; else null.
 */
export function crossingActions(
  from: MachineState,
  to: MachineState,
  printedTop: number,
  pulls: number | null,
): CrossingActions {
  const z = Math.max(printedTop, from.z, to.z) + LEAST_CLEARANCE;
  const held = pulls ?? 0;
  const pull: SwapAction[] = held > FINE ? [{ kind: 'retract', mm: held }] : [];
  const push: SwapAction[] = held < -FINE ? [{ kind: 'un-retract', mm: -held }] : [];
  const lead: SwapAction[] = pulls === null ? [] : [{ kind: 'return', x: to.x, y: to.y }];
  return {
    z,
    lift: [
      { kind: 'note-state', unseen: false },
      { kind: 'lift', z },
      { kind: 'restore', state: { ...from, z }, unseen: false, movesE: false },
    ],
    lower: [
      { kind: 'note-state', unseen: false },
      ...pull,
      ...lead,
      { kind: 'lower', z: to.z },
      ...push,
      { kind: 'restore', state: to, unseen: false, movesE: pull.length + push.length > 0 },
    ],
  };
}
