import type { Machine } from '../machine';
import * as At from './slots';

/** Whether all that quick reading reckons with is known, and axes count from the origin. */
export function isPlainlyKnown(machine: Machine): boolean {
  const { x, y, z, e, feed, retracted, filament, unit, mmPerE, speedFactor, flowFactor } = machine;
  const { offsetX, offsetY, offsetZ, offsetE } = machine;
  const sum =
    x + y + z + e + feed + retracted + filament + unit + mmPerE + speedFactor + flowFactor;
  return !machine.isRelative && Number.isFinite(sum + offsetX + offsetY + offsetZ + offsetE);
}

/** Hands a machine's numbers to quick reading. */
export function lendMachine(machine: Machine, shared: Float64Array): void {
  shared[At.X] = machine.x;
  shared[At.Y] = machine.y;
  shared[At.Z] = machine.z;
  shared[At.E] = machine.e;
  shared[At.FEED] = machine.feed;
  shared[At.RETRACTED] = machine.retracted;
  shared[At.FILAMENT] = machine.filament;
  shared[At.RECOVERED] = machine.recovered ? 1 : 0;
  shared[At.AXIS_NAMED] = 0;
  shared[At.UNIT] = machine.unit;
  shared[At.UNIT_E] = machine.mmPerE;
  shared[At.OFFSET_X] = machine.offsetX;
  shared[At.OFFSET_Y] = machine.offsetY;
  shared[At.OFFSET_Z] = machine.offsetZ;
  shared[At.OFFSET_E] = machine.offsetE;
  shared[At.RELATIVE_E] = machine.relativeE ? 1 : 0;
  shared[At.SPEED_FACTOR] = machine.speedFactor;
  shared[At.FLOW_FACTOR] = machine.flowFactor;
}

/** Takes back what one move or more have made of them. */
export function takeBackMachine(machine: Machine, shared: Float64Array): void {
  machine.x = shared[At.X];
  machine.y = shared[At.Y];
  machine.z = shared[At.Z];
  machine.e = shared[At.E];
  machine.feed = shared[At.FEED];
  machine.retracted = shared[At.RETRACTED];
  machine.filament = shared[At.FILAMENT];
  machine.recovered = shared[At.RECOVERED] !== 0;
  machine.fromX = shared[At.FROM_X];
  machine.fromY = shared[At.FROM_Y];
  machine.fromZ = shared[At.FROM_Z];
  machine.fromE = shared[At.FROM_E];
  machine.fromFilament = shared[At.FROM_FILAMENT];
  machine.fromFeed = shared[At.FROM_FEED];
  machine.fromRetracted = shared[At.FROM_RETRACTED];
  if (shared[At.AXIS_NAMED] !== 0) machine.motorsReleased = false;
}
