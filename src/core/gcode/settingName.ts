import { Effect } from './effect';
import type { Machine } from './machine';
import type { SettingName } from './reading';
import type { Words } from './words';

const M = 77;

/** What a line sets that a band can have of its own, or that swaps make wrong; null when neither. */
export function settingName(
  words: Words,
  effect: Effect,
  { heatsBed }: Pick<Machine, 'heatsBed'>,
): SettingName | null {
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
