import { Effect } from './effect';
import type { Machine } from './machine';
import { isTableOfHeats } from './toolWords';
import type { Words } from './lines/words';

const M = 77;

/** What a line may set that a band can have of its own, or that swaps make wrong. */
export type SettingName = 'nozzle' | 'fan' | 'flow' | 'speed' | 'remaining';

/** A line that sets a temperature above 0 (°C), the fan (0 to 255), a factor (%), or the time left (minutes). */
export interface SettingLine {
  /** Line in the file, from 1, and its byte offset. */
  readonly line: number;
  readonly offset: number;
  readonly what: SettingName;
  readonly value: number;
  /** The tool whose temperature it names; null for whatever is in use. */
  readonly tool: number | null;
  /** True when the printer waits until the temperature is there. */
  readonly waits: boolean;
}

/** What a line sets that a band can have of its own, or that swaps make wrong; null when neither. */
export function settingName(
  words: Words,
  effect: Effect,
  { heatsBed }: Pick<Machine, 'heatsBed'>,
): SettingName | null {
  if (isTableOfHeats(words)) return effect === Effect.Heat ? 'nozzle' : null;
  if (words.letter !== M) return null;
  switch (words.code) {
    case 104:
    case 109:
      return effect === Effect.Heat && !heatsBed ? 'nozzle' : null;
    case 106:
    case 107:
      return words.getOr('P', 0) === 0 ? 'fan' : null;
    case 220:
      return words.has('S') ? 'speed' : null;
    case 221:
      return words.has('S') ? 'flow' : null;
    case 73:
      return words.has('R') ? 'remaining' : null;
    default:
      return null;
  }
}

/** The value that a machine has for a setting: °C, 0 to 255, or percent. */
export function settingValue(
  what: Exclude<SettingName, 'remaining'>,
  state: Pick<Machine, 'nozzleTarget' | 'fan' | 'flowFactor' | 'speedFactor'>,
): number {
  switch (what) {
    case 'nozzle':
      return state.nozzleTarget;
    case 'fan':
      return state.fan;
    case 'flow':
      return state.flowFactor * 100;
    case 'speed':
      return state.speedFactor * 100;
  }
}
