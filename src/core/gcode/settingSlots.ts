/**
 * Settings of the firmware that outlive a line and that a swap must put back: steps, limits,
 * accelerations, offsets, retraction, pressure. One slot for each letter of each command; a slot
 * that the file never set is not a number, since only the printer knows what it holds.
 */
const LETTERS: Readonly<Record<number, string>> = {
  92: 'XYZE',
  201: 'XYZE',
  203: 'XYZE',
  204: 'PRTS',
  205: 'XYZEJSTB',
  206: 'XYZ',
  207: 'SFZ',
  208: 'SF',
  290: 'Z',
  900: 'K',
};

interface Slot {
  readonly code: number;
  readonly letter: string;
}

const SLOTS: readonly Slot[] = Object.entries(LETTERS).flatMap(([code, letters]) =>
  [...letters].map((letter) => ({ code: Number(code), letter })),
);

/** Which slots a command sets; undefined when it sets none. */
export const SLOTS_OF_COMMAND: ReadonlyMap<
  number,
  readonly { readonly slot: number; readonly letter: string }[]
> = new Map(
  Object.keys(LETTERS).map((code) => [
    Number(code),
    SLOTS.flatMap(({ letter, code: of }, slot) => (of === Number(code) ? [{ slot, letter }] : [])),
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
    Object.is(expected[slot], found[slot]) || Math.abs(expected[slot] - found[slot]) <= 1e-9
      ? []
      : [`M${code} ${letter}`],
  );
}

/** The commands that lead from some settings to others; what neither file ever set is left alone. */
export function slotCommands(from: Float64Array, to: Float64Array): string[] {
  const byCode = new Map<number, string>();
  SLOTS.forEach(({ code, letter }, slot) => {
    if (Object.is(from[slot], to[slot]) || Math.abs(from[slot] - to[slot]) <= 1e-9) return;
    byCode.set(code, `${byCode.get(code) ?? `M${code}`} ${letter}${Number(to[slot].toFixed(5))}`);
  });
  return [...byCode.values()];
}

/** True when a setting is set in one state and not in the other, so that nothing can lead back to it. */
export function losesSlots(from: Float64Array, to: Float64Array): boolean {
  return from.some((value, slot) => Number.isNaN(to[slot]) && !Number.isNaN(value));
}
