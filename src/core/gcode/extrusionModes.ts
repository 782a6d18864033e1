/**
 * How a printer counts, as bits: places relative (`G91`), and filament relative as each kind of
 * firmware keeps it. Firmwares differ in what `G90` and `G91` do to the extruder:
 * - some leave it to `M82` and `M83` alone (`own`);
 * - some set it along with the axes (`follows`);
 * - on some `G90` ends `M83`, while `G91` leaves it (`cleared`);
 * - on some filament is relative when either says so, which follows from the first two bits.
 */
export const Mode = { relative: 1, own: 2, follows: 4, cleared: 8 } as const;

/** How a printer counts when it starts: everything from the origin. */
export const STARTING_MODES = 0;

const FILAMENT_BITS = Mode.own | Mode.follows | Mode.cleared;
export const ALL_BITS = FILAMENT_BITS | Mode.relative;

/** The modes after `G90`, `G91`, `M82` or `M83`, named by their numbers. */
export function modesAfter(modes: number, code: 82 | 83 | 90 | 91): number {
  switch (code) {
    case 82:
      return modes & ~FILAMENT_BITS;
    case 83:
      return modes | FILAMENT_BITS;
    case 90:
      return modes & ~(Mode.relative | Mode.follows | Mode.cleared);
    case 91:
      return modes | Mode.relative | Mode.follows;
  }
}

/** The bits that a command decides, whatever was before. */
export function decidedBy(code: ModeCode): number {
  if (code < 90) return FILAMENT_BITS;
  return code === 90 ? ALL_BITS & ~Mode.own : Mode.relative | Mode.follows;
}

/** True when firmwares disagree on whether filament counts from where it is. */
export function modesDisagree(modes: number): boolean {
  const own = (modes & Mode.own) !== 0;
  const either = own || (modes & Mode.relative) !== 0;
  const follows = (modes & Mode.follows) !== 0;
  const cleared = (modes & Mode.cleared) !== 0;
  return own !== follows || own !== cleared || own !== either;
}

const CODES = [82, 83, 90, 91] as const;
export type ModeCode = (typeof CODES)[number];
const LONGEST = 4;

/**
 * The shortest commands after which every kind of firmware counts as `target` says; one for the
 * filament is always among them.
 * @param from the modes that may hold before; several when not all is known.
 */
export function commandsForModes(target: number, from: readonly number[]): readonly ModeCode[] {
  let open: (readonly ModeCode[])[] = [[]];
  for (let length = 1; length <= LONGEST; length++) {
    open = open.flatMap((before) => CODES.map((code) => [...before, code]));
    const found = open.filter((codes) => {
      const saysFilament = codes.some((code) => code === 82 || code === 83);
      return saysFilament && from.every((start) => codes.reduce(modesAfter, start) === target);
    });
    // The mode of the filament last, where that is possible: it is what some firmwares lose.
    const last = found.find((codes) => (codes.at(-1) ?? 0) < 90);
    const best = last ?? found.at(0);
    if (best) return best;
  }
  throw new Error(`No commands lead to the modes ${target}`);
}
