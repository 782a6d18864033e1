import { FILAMENT_HAIR, FINE, ROUNDING } from '../../tolerances';
import { Mode } from '../../gcode/extrusionModes';
import { logicalE, type MachineState } from '../../gcode/machine';
import { namedDifferences } from '../../gcode/namedSettings';
import { slotDifferences } from '../../gcode/settingSlots';

/** What a person reads when two states differ, and how each is compared. */
interface ComparedField {
  readonly name: string;
  readonly of: (state: MachineState) => number;
  readonly tolerance: number;
}

const flag = (value: boolean): number => (value ? 1 : 0);

const FIELDS: readonly ComparedField[] = [
  { name: 'X', of: (s) => s.x, tolerance: FILAMENT_HAIR },
  { name: 'Y', of: (s) => s.y, tolerance: FILAMENT_HAIR },
  { name: 'Z', of: (s) => s.z, tolerance: FILAMENT_HAIR },
  { name: 'the extruder position', of: logicalE, tolerance: FILAMENT_HAIR },
  { name: 'the origin of X', of: (s) => s.offsetX, tolerance: FILAMENT_HAIR },
  { name: 'the origin of Y', of: (s) => s.offsetY, tolerance: FILAMENT_HAIR },
  { name: 'the origin of Z', of: (s) => s.offsetZ, tolerance: FILAMENT_HAIR },
  { name: 'units (G20/G21)', of: (s) => s.unit, tolerance: 0 },
  { name: 'volumes of filament (M200)', of: (s) => s.volumetricArea, tolerance: FINE },
  { name: 'diameter for volumes (M200 D)', of: (s) => s.volumetricDiameter, tolerance: FINE },
  { name: 'positioning (G90/G91)', of: (s) => s.modes & Mode.relative, tolerance: 0 },
  { name: 'extrusion mode (M82/M83)', of: (s) => flag(s.relativeE), tolerance: 0 },
  {
    name: 'extrusion mode on other firmwares',
    of: (s) => s.modes & ~Mode.relative,
    tolerance: 0,
  },
  { name: 'feed rate', of: (s) => s.feed, tolerance: FINE },
  { name: 'speed factor (M220)', of: (s) => s.speedFactor, tolerance: ROUNDING },
  { name: 'flow factor (M221)', of: (s) => s.flowFactor, tolerance: ROUNDING },
  { name: 'tool', of: (s) => s.tool, tolerance: 0 },
  { name: 'fan', of: (s) => s.fan, tolerance: ROUNDING },
  { name: 'nozzle temperature', of: (s) => s.nozzleTarget, tolerance: ROUNDING },
  { name: 'bed temperature', of: (s) => s.bedTarget, tolerance: ROUNDING },
  { name: 'retraction', of: (s) => s.retracted, tolerance: FILAMENT_HAIR },
  { name: 'firmware retraction', of: (s) => flag(s.firmwareRetracted), tolerance: 0 },
  { name: 'motors', of: (s) => flag(s.motorsReleased), tolerance: 0 },
  { name: 'plane of arcs (G17)', of: (s) => flag(s.oddPlane), tolerance: 0 },
  { name: 'modes after a script', of: (s) => s.unknownModes, tolerance: 0 },
  { name: 'line number', of: (s) => s.lineNumber, tolerance: 0 },
];

/**
 * Names of what differs between two states, for a sentence; empty when nothing does. What is not
 * known differs from everything.
 */
export function stateDifferences(expected: MachineState, found: MachineState): string[] {
  const fields = FIELDS.filter(({ of, tolerance }) => {
    return !(Math.abs(of(expected) - of(found)) <= tolerance);
  }).map(({ name, of }) => `${name} (${round(of(found))} instead of ${round(of(expected))})`);
  return [
    ...fields,
    ...slotDifferences(expected.settings, found.settings),
    ...namedDifferences(expected.named, found.named),
  ];
}

/** Where the printer stands, in a few words. */
export function describeState(state: MachineState): string {
  const position = `X ${state.x.toFixed(2)} Y ${state.y.toFixed(2)} Z ${state.z.toFixed(2)}`;
  const pulled =
    state.retracted > FILAMENT_HAIR ? `, retracted ${state.retracted.toFixed(2)} mm` : '';
  return `${position}, extruder ${logicalE(state).toFixed(4)}${pulled}`;
}

function round(value: number): string {
  return Number.isNaN(value) ? 'unknown' : String(Number(value.toFixed(4)));
}
