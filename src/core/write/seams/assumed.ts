import type { ByteSource } from '../../byteSource';
import { stateAt } from '../../printer/stateAt';
import { entriesOf, filledNamed } from '../../gcode/namedSettings';
import { slotNamed, unsetSlots } from '../../gcode/settingSlots';
import type { MachineState } from '../../gcode/machine';
import type { MotionLimits } from '../../motion/limits';
import type { Printer } from '../../printer/printer';
import type { SlicedFile } from '../../read/slicedFile';

/** A setting that a file sets on the way and not at its start, and what is taken to hold before. */
interface AssumedSetting {
  /** As a file writes it: `M204 P`, `SET_VELOCITY_LIMIT ACCEL`. */
  readonly name: string;
  readonly value: number;
  /** Where the value comes from: the printer's profile, or the first one that the file sets. */
  readonly from: 'profile' | 'file';
}

/** What is taken to hold where a file has not set anything yet. */
export interface AssumedSettings {
  readonly slots: Float64Array;
  readonly named: ReadonlyMap<string, string>;
  readonly all: readonly AssumedSetting[];
}

/**
 * Finds what files set on the way and not at their start. In another order something has to lead back to what
 * held before, which only the printer knows: its profile says it, or else the first value of the file is taken.
 */
export async function assumedSettings(
  input: ByteSource,
  reading: Pick<SlicedFile, 'sections' | 'sources'>,
  { limits }: Pick<Printer, 'limits'>,
): Promise<AssumedSettings> {
  const { sections, sources } = reading;
  const states: MachineState[] = sections.map(({ state }) => state);
  // What a file sets in its last section shows at its end only, and what it sets where it goes on is not set before.
  for (const { firstSection, endSection } of sources) {
    const { endOffset } = sections[endSection - 1];
    states.push(await stateAt(input, reading, endOffset));
    states.unshift(await stateAt(input, reading, sections[firstSection].restartOffset));
  }
  const slots = unsetSlots().fill(NaN);
  const all: AssumedSetting[] = [];
  for (let slot = 0; slot < slots.length; slot++) {
    const first = states.find(({ settings }) => !Number.isNaN(settings[slot]));
    if (!first || states.every(({ settings }) => !Number.isNaN(settings[slot]))) continue;
    const { code, letter } = slotNamed(slot);
    const own = ownLimit(limits, code, letter);
    slots[slot] = own ?? first.settings[slot];
    const from = own === null ? 'file' : 'profile';
    all.push({ name: `M${code} ${letter}`, value: slots[slot], from });
  }
  const named = missingNames(states);
  for (const [name, value] of named) all.push({ name, value: Number(value), from: 'file' });
  return { slots, named, all };
}

/** Said of what is taken to hold, as a sentence; null where nothing has to be. */
export function assumedWords({ all }: AssumedSettings): string | null {
  if (all.length === 0) return null;
  const words = all.map(({ name, value, from }) => {
    const source = from === 'profile' ? 'as the printer’s profile says' : 'the first of the file';
    return `${name} ${Number(value.toFixed(5))} (${source})`;
  });
  return `The file sets some settings only while printing. Until then Lamella assumes: ${words.join(', ')}.`;
}

/** A state in which nothing is unknown that files set. */
export function withAssumed(state: MachineState, { slots, named }: AssumedSettings): MachineState {
  const lacks = slots.some((value, i) => !Number.isNaN(value) && Number.isNaN(state.settings[i]));
  const names = filledNamed(state.named, named);
  if (!lacks && names === state.named) return state;
  const settings = state.settings.map((value, i) => (Number.isNaN(value) ? slots[i] : value));
  return { ...state, settings, named: names };
}

/** Settings with names that are missing in some states, each with its first value. */
function missingNames(states: readonly MachineState[]): Map<string, string> {
  const texts = new Set(states.map(({ named }) => named));
  if (texts.size < 2) return new Map();
  const all = [...texts].map(entriesOf);
  const first = new Map<string, string>();
  for (const entries of all) {
    for (const [name, value] of entries) if (!first.has(name)) first.set(name, value);
  }
  return new Map([...first].filter(([name]) => all.some((entries) => !entries.has(name))));
}

/** What a printer's profile says of a limit, in the unit of the command; null where it says nothing. */
function ownLimit(
  { acceleration, corner }: MotionLimits,
  code: number,
  letter: string,
): number | null {
  const axis = letter.toLowerCase();
  const isAxis = axis === 'x' || axis === 'y' || axis === 'z' || axis === 'e';
  if (code === 201 && isAxis) return acceleration[axis];
  if (code === 204) {
    const { print, travel, retract } = acceleration;
    return { P: print, S: print, T: travel, R: retract }[letter] ?? null;
  }
  if (code !== 205) return null;
  if (corner.kind === 'jerk') return isAxis ? corner[axis] : null;
  return letter === 'J' ? corner.mm : null;
}
