import type { Words } from './lines/words';

/** What a recipe may use a stop for: a change of filament by the firmware, or a mere pause. */
export type StopUse = 'change' | 'pause';

/**
 * What is known of a numbered command. The scanner, the machine, reading, what may be reordered, recipes and the
 * proof look here, and docs/commands.md is made of it.
 */
export interface CommandFacts {
  /** What it does, in a few words. */
  readonly words: string;
  /** Letters that it may carry inside of a block; left out where it may not stand in one. */
  readonly letters?: string;
  /** It may move the head, heat, or change filament by itself, so that nothing is moved past it. */
  readonly acts?: boolean;
  /** What stands behind it is a text, and no parameters. */
  readonly text?: boolean;
  /** It makes the printer wait for a person: what a recipe may use it for, and when it waits. */
  readonly stops?: {
    readonly uses: readonly StopUse[];
    readonly waits?: (words: Words) => boolean;
  };
  /** Settings that each have one letter, which outlive the line and which a seam puts back. */
  readonly slots?: string;
  /** Settings of one of several: the letters that say which, and those that set something. */
  readonly named?: { readonly about: string; readonly sets: string };
}

/** G codes, by their number. Others move in ways that are not followed. */
export const G_COMMANDS: ReadonlyMap<number, CommandFacts> = new Map<number, CommandFacts>([
  [0, { letters: 'XYZEF', words: 'travel' }],
  [1, { letters: 'XYZEF', words: 'straight move' }],
  [2, { letters: 'XYZEFIJR', words: 'arc, clockwise' }],
  [3, { letters: 'XYZEFIJR', words: 'arc, counter-clockwise' }],
  [4, { letters: 'SP', words: 'dwell' }],
  [5, { letters: 'XYZEFIJPQ', words: 'spline' }],
  [10, { letters: '', words: 'firmware retraction' }],
  [11, { letters: '', words: 'recover after retraction' }],
  [17, { words: 'plane of arcs X and Y' }],
  [20, { letters: '', words: 'inches' }],
  [21, { letters: '', words: 'millimetres' }],
  [28, { acts: true, words: 'homing' }],
  [29, { acts: true, words: 'bed probing' }],
  [90, { letters: '', words: 'absolute positioning' }],
  [91, { letters: '', words: 'relative positioning' }],
  [92, { letters: 'XYZE', words: 'origin' }],
]);

/** M codes, by their number, rising. One that is not here is taken along with its section. */
export const M_COMMANDS: ReadonlyMap<number, CommandFacts> = new Map<number, CommandFacts>([
  [0, { letters: '', text: true, stops: { uses: ['pause'] }, words: 'stops until resumed' }],
  [1, { letters: '', text: true, stops: { uses: ['pause'] }, words: 'the same' }],
  [6, { words: 'tool change' }],
  [16, { text: true, words: 'checks the printer model' }],
  [17, { letters: 'XYZE', words: 'motors on' }],
  [18, { letters: 'SXYZE', acts: true, words: 'motors off' }],
  [20, { text: true, words: 'lists files' }],
  [23, { acts: true, text: true, words: 'chooses a file' }],
  [24, { acts: true, words: 'prints a file' }],
  [25, { letters: '', stops: { uses: ['pause'] }, words: 'pauses the file' }],
  [28, { text: true, words: 'writes a file' }],
  [30, { text: true, words: 'deletes a file' }],
  [32, { acts: true, text: true, words: 'prints a file' }],
  [33, { text: true, words: 'name of a file' }],
  [36, { text: true, words: 'facts of a file' }],
  [38, { text: true, words: 'checksum of a file' }],
  [48, { acts: true, words: 'tries the probe' }],
  [73, { letters: 'PRQS', words: 'progress and time left' }],
  [80, { acts: true, words: 'power on' }],
  [81, { acts: true, words: 'power off' }],
  [82, { letters: '', words: 'absolute extruder' }],
  [83, { letters: '', words: 'relative extruder' }],
  [84, { letters: 'SXYZE', acts: true, words: 'motors off' }],
  [92, { slots: 'XYZE', words: 'steps per mm' }],
  [98, { acts: true, words: 'calls a macro file' }],
  [104, { letters: 'ST', words: 'nozzle temperature' }],
  [105, { letters: '', words: 'reports temperatures' }],
  [106, { letters: 'SP', named: { about: 'P', sets: 'S' }, words: 'fan' }],
  [107, { letters: 'P', words: 'fan off' }],
  [109, { letters: 'SRT', words: 'nozzle temperature, waited for' }],
  [110, { letters: 'N', words: 'line number' }],
  [112, { acts: true, words: 'emergency stop' }],
  [114, { letters: '', words: 'reports the position' }],
  [116, { words: 'waits for all temperatures' }],
  [117, { letters: '', text: true, words: 'message on the display' }],
  [118, { text: true, words: 'message to the host' }],
  [125, { letters: '', acts: true, stops: { uses: [] }, words: 'parks and stops' }],
  [140, { letters: 'SR', words: 'bed temperature' }],
  [141, { acts: true, words: 'chamber temperature' }],
  [143, { acts: true, words: 'highest temperature' }],
  [190, { letters: 'SR', words: 'bed temperature, waited for' }],
  [191, { acts: true, words: 'chamber temperature, waited for' }],
  [200, { letters: 'DST', words: 'volumes of filament' }],
  [201, { slots: 'XYZE', words: 'highest acceleration' }],
  [203, { slots: 'XYZE', words: 'highest feed rate' }],
  [204, { slots: 'PRTS', words: 'acceleration' }],
  [205, { slots: 'XYZEJSTB', words: 'jerk, junction deviation' }],
  [206, { slots: 'XYZ', words: 'homing offsets' }],
  [207, { slots: 'SFZ', words: 'firmware retraction' }],
  [208, { slots: 'SF', words: 'recover after retraction' }],
  [220, { letters: 'S', words: 'speed factor' }],
  [221, { letters: 'S', words: 'flow factor' }],
  [226, { letters: '', stops: { uses: ['pause'] }, words: 'pauses' }],
  [280, { acts: true, words: 'servo' }],
  [290, { slots: 'Z', acts: true, words: 'babystep' }],
  [
    291,
    // A message that stays until somebody answers it.
    { stops: { uses: [], waits: (words) => words.getOr('S', 1) >= 2 }, words: 'message box' },
  ],
  [300, { letters: 'SP', words: 'tone' }],
  [303, { acts: true, words: 'tunes a heater' }],
  [306, { acts: true, words: 'tunes a heater' }],
  [
    400,
    {
      letters: 'U',
      stops: { uses: [], waits: (words) => words.getOr('U', 0) > 0 },
      words: 'waits until all moves are done',
    },
  ],
  [401, { acts: true, words: 'lowers the probe' }],
  [402, { acts: true, words: 'lifts the probe' }],
  [486, { letters: '', text: true, words: 'label of an object' }],
  [501, { acts: true, words: 'settings from memory' }],
  [502, { acts: true, words: 'factory settings' }],
  [550, { text: true, words: 'name of the printer' }],
  [566, { letters: 'XYZE', named: { about: '', sets: 'XYZE' }, words: 'jerk' }],
  [568, { words: 'temperatures of a tool' }],
  [572, { letters: 'DS', named: { about: 'D', sets: 'S' }, words: 'pressure advance' }],
  [593, { letters: 'PFSL', named: { about: '', sets: 'PFSL' }, words: 'input shaping' }],
  [
    600,
    { letters: 'XYZEULBRT', acts: true, stops: { uses: ['change'] }, words: 'filament change' },
  ],
  [
    601,
    {
      letters: 'XYZEULBRT',
      acts: true,
      stops: { uses: ['change', 'pause'] },
      words: 'pause, or filament change',
    },
  ],
  [701, { acts: true, words: 'loads filament' }],
  [702, { acts: true, words: 'unloads filament' }],
  [900, { slots: 'K', words: 'linear advance' }],
  [906, { letters: 'XYZE', named: { about: '', sets: 'XYZE' }, words: 'motor currents' }],
  [913, { letters: 'XYZE', named: { about: '', sets: 'XYZE' }, words: 'motor currents, share' }],
  [928, { text: true, words: 'logs to a file' }],
  [999, { acts: true, words: 'restarts' }],
]);

/** Rows of the table that have something, by their code. */
export function commandsWith<K extends keyof CommandFacts>(
  key: K,
): ReadonlyMap<number, NonNullable<CommandFacts[K]>> {
  return new Map(
    [...M_COMMANDS].flatMap(([code, facts]) => {
      const value = facts[key];
      return value === undefined ? [] : [[code, value as NonNullable<CommandFacts[K]>] as const];
    }),
  );
}

/**
 * Names of macros that may move, heat, load or change what numbers mean, by parts of their names. What is not
 * named so is taken along with its section.
 */
const ACTING_NAME =
  /HOME|MOVE|PARK|TOOL|CHANGE|LOAD|PURGE|PRIME|CLEAN|WIPE|BRUSH|HEAT|TEMP|PROBE|LEVEL|MESH|TILT|GANTRY|CALIBR|^START_|^END_|PRINT_START|PRINT_END|CANCEL|RESUME|PAUSE|STOP|OFFSET|ORIGIN|KINEMATIC|STEPPER|SERVO|RESTORE|EXTRU|RETRACT|^G\d|TAKE_FRAME/i;

/** Words that only say which object is printed: where it begins and ends, and how it is called. */
const LABEL = /(?:^|_)OBJECTS?(?:_|$)/i;

/** Whether a named macro may move the head, heat, or change filament by itself, as far as its name tells. */
export function mayActByName(text: string): boolean {
  const [name] = text.trim().split(/[\s;]/, 1);
  return !LABEL.test(name) && ACTING_NAME.test(name);
}

/** Whether the name of a macro says that an object begins or ends. */
export function isLabel(name: string): boolean {
  return LABEL.test(name);
}
