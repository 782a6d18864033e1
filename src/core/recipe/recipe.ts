import { parkOf, type BedPoint, type Printer } from '../printer/printer';
import { USUAL_COMMAND, type RecipeKind } from '../printer/stopKinds';

/**
 * Tones before a swap, so that the person can come: so many layers before it, or when so many minutes of printing
 * are left, in the order of printing.
 */
export type Warning = { readonly tones: number } & (
  { readonly layersAhead: number } | { readonly minutesAhead: number }
);

/**
 * Parameters of a change command: X, Y where to park, Z how far to lift, E what to retract, U and
 * L what to unload and load (mm), B beeps, R the temperature to come back to (°C), T the tool.
 * Firmwares honour different ones; what is left out is the firmware's choice.
 */
export const CHANGE_LETTERS = ['X', 'Y', 'Z', 'E', 'U', 'L', 'B', 'R', 'T'] as const;
export type ChangeLetter = (typeof CHANGE_LETTERS)[number];
export type ChangeParameters = Readonly<Partial<Record<ChangeLetter, number>>>;

/** How one printer is stopped for a swap. Moves of a spelled-out swap are the printer's own for `null`. */
export interface Recipe {
  readonly kind: RecipeKind;
  /** The command that stops the printer; empty when only tones call. */
  readonly command: string;
  /** The parameters of a change command. */
  readonly change: ChangeParameters;
  /** Show the next filament on the printer's display. */
  readonly message: boolean;
  /** Tones at the swap. */
  readonly beeps: number;
  /** Pitch, Hz, and length, ms, of a tone. */
  readonly toneHz: number;
  readonly toneMs: number;
  /** Where the head waits. */
  readonly park: BedPoint | null;
  /** How far it lifts above what is printed, mm. */
  readonly lift: number | null;
  /** Retracted before the head moves, mm. */
  readonly retract: number | null;
  /** Unloaded, loaded, and purged to clear the old colour, mm of filament. */
  readonly unload: number | null;
  readonly load: number | null;
  readonly purge: number | null;
  /** Nozzle temperature while waiting, °C; null to keep it hot. */
  readonly standby: number | null;
  /** Tell a change command the temperature of the coming filament (R), when it has one of its own. */
  readonly resumeTemperature: boolean;
  /** Keep X, Y and Z under power while waiting. */
  readonly keepMotors: boolean;
  /** Release the extruder, so that filament can be pulled by hand. */
  readonly releaseExtruder: boolean;
  /** Draw the nozzle over the printer's brush after clearing, and before it as well; strokes each time. */
  readonly scrub: boolean;
  readonly scrubFirst: boolean;
  readonly strokes: number;
  /** Seconds of a wait by dwell (`G4`). */
  readonly waitSeconds: number;
  readonly warnings: readonly Warning[];
  /** The person's own lines at the beginning and the end of each swap. */
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/** The plainest recipe of a kind: the command alone, or with what a spelled-out swap needs. */
export function plainRecipe(kind: RecipeKind, command: string = USUAL_COMMAND[kind]): Recipe {
  const moves = kind === 'spelled-out' || kind === 'host-scripts';
  return {
    kind,
    command,
    change: {},
    message: false,
    beeps: kind === 'beep-only' ? 5 : 0,
    toneHz: 880,
    toneMs: 300,
    park: null,
    lift: null,
    retract: null,
    unload: null,
    load: null,
    purge: null,
    standby: null,
    resumeTemperature: false,
    keepMotors: moves,
    releaseExtruder: false,
    scrub: false,
    scrubFirst: false,
    strokes: 4,
    waitSeconds: 300,
    warnings: kind === 'beep-only' ? [{ layersAhead: 2, tones: 2 }] : [],
    before: [],
    after: [],
  };
}

/** Whether what is written holds the motors while the printer waits: only moves of its own can. */
export function holdsMotors({ kind, keepMotors }: Pick<Recipe, 'kind' | 'keepMotors'>): boolean {
  return keepMotors && (kind === 'spelled-out' || kind === 'host-scripts');
}

/** What a printer's profile says for a swap, until the person changes it. */
export function recipeFor({ understands, beeper, displayCharacters }: Printer): Recipe {
  const plain = plainRecipe(understands.kind, understands.command);
  const bySelf = understands.kind === 'change-command' || understands.kind === 'beep-only';
  return {
    ...plain,
    message: displayCharacters > 0,
    beeps: beeper && !bySelf ? 3 : plain.beeps,
  };
}

/** The lengths and places of a recipe with the printer's own where it names none. */
export interface RecipeNumbers {
  readonly park: BedPoint;
  readonly lift: number;
  readonly retract: number;
  readonly unload: number;
  readonly load: number;
  readonly purge: number;
}

/** Filament purged until a plan knows better, mm. */
const ORDINARY_PURGE = 60;

export function numbersOf(recipe: Recipe, printer: Printer): RecipeNumbers {
  const unload = recipe.unload ?? printer.feed.lengthMm;
  return {
    park: recipe.park ?? parkOf(printer),
    lift: recipe.lift ?? printer.liftMm,
    retract: recipe.retract ?? printer.retractMm,
    unload,
    load: recipe.load ?? unload,
    purge: recipe.purge ?? ORDINARY_PURGE,
  };
}
