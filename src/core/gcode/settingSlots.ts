import { ROUNDING } from '../tolerances';
import { commandsWith } from './commandTable';

/**
 * Settings of the firmware that outlive a line and that a swap must put back: steps, limits,
 * accelerations, offsets, retraction, pressure. One slot for each letter of each command; a slot
 * that the file never set is not a number, since only the printer knows what it holds.
 */
const LETTERS = commandsWith('slots');

interface Slot {
  readonly code: number;
  readonly letter: string;
}

const SLOTS: readonly Slot[] = [...LETTERS].flatMap(([code, letters]) =>
  [...letters].map((letter) => ({ code, letter })),
);

/** Which slots a command sets; undefined when it sets none. */
export const SLOTS_OF_COMMAND: ReadonlyMap<
  number,
  readonly { readonly slot: number; readonly letter: string }[]
> = new Map(
  [...LETTERS.keys()].map((code) => [
    code,
    SLOTS.flatMap(({ letter, code: of }, slot) => (of === code ? [{ slot, letter }] : [])),
  ]),
);

/** Babysteps add up; all other settings replace what was there. */
export const ADDING_COMMAND = 290;

/** All slots of a printer that nobody has set anything on yet. */
export function unsetSlots(): Float64Array {
  const slots = new Float64Array(SLOTS.length).fill(NaN);
  for (const { slot } of SLOTS_OF_COMMAND.get(ADDING_COMMAND) ?? []) slots[slot] = 0;
  return slots;
}

/** Names of the settings that differ, as `M204 P`; what neither file ever set is the same. */
export function slotDifferences(expected: Float64Array, found: Float64Array): string[] {
  return SLOTS.flatMap(({ code, letter }, slot) =>
    Object.is(expected[slot], found[slot]) || Math.abs(expected[slot] - found[slot]) <= ROUNDING
      ? []
      : [`M${code} ${letter}`],
  );
}

/** The commands that lead from some settings to others; what is not known is left alone. */
export function slotCommands(from: Float64Array, to: Float64Array): string[] {
  const byCode = new Map<number, string>();
  SLOTS.forEach(({ code, letter }, slot) => {
    if (Number.isNaN(to[slot]) || Math.abs(from[slot] - to[slot]) <= ROUNDING) return;
    byCode.set(code, `${byCode.get(code) ?? `M${code}`} ${letter}${Number(to[slot].toFixed(5))}`);
  });
  return [...byCode.values()];
}

/** How a setting is called, as `M204 P`, and the command that it belongs to. */
export function slotNamed(slot: number): { readonly code: number; readonly letter: string } {
  return SLOTS[slot];
}

/** Commands that say how steps count and where the origin lies: what numbers mean depends on them. */
const GEOMETRY: ReadonlySet<number> = new Set([92, 206]);

/** True when two states count steps or places otherwise (`M92`, `M206`). */
export function countsOtherSteps(a: Float64Array, b: Float64Array): boolean {
  return SLOTS.some(({ code }, slot) => GEOMETRY.has(code) && !Object.is(a[slot], b[slot]));
}
