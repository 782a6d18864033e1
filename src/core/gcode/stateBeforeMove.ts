import type { Machine, MachineState } from './machine';

/** State of a machine before the move that it has just made. */
export function stateBeforeMove(machine: Machine): MachineState {
  return {
    ...machine.capture(),
    x: machine.fromX,
    y: machine.fromY,
    z: machine.fromZ,
    e: machine.fromE,
    feed: machine.fromFeed,
    retracted: machine.fromRetracted,
    filament: machine.fromFilament,
  };
}
