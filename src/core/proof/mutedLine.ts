import type { MachineState } from '../gcode/machine';
import type { SettingName } from '../gcode/settingName';

/** A line of the input that the output has taken out, as the printer obeyed it there. */
export interface MutedLine {
  /** Line in the input, from 1. */
  readonly line: number;
  readonly text: string;
  readonly isStop: boolean;
  /** It moves the head, and no filament comes out. */
  readonly isTravel: boolean;
  readonly what: SettingName | null;
  /** State after it. */
  readonly after: MachineState;
}
