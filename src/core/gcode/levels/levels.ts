import { HAIR } from '../../tolerances';
import type { LayerMark } from './labels';
import type { MachineState } from '../machine';

/** A print that starts higher than this does not start on the bed but on something else, mm. */
export const HIGHEST_FIRST_LAYER = 1;
/** Taken for the first layer of such a print until the next one shows it, mm. */
const ORDINARY_THICKNESS = 0.2;

/** Where a level begins in the file: byte offsets, and lines from 1. */
export interface LevelPlace {
  /** First extruding move. */
  readonly firstOffset: number;
  readonly firstLine: number;
  /** Where the stop goes: after the travel to the first point, before the filament is un-retracted. */
  readonly restartOffset: number;
  readonly restartLine: number;
  /** Right after the last extrusion before this level. */
  readonly travelOffset: number;
  readonly travelLine: number;
  /** State before the first extruding move. */
  readonly state: MachineState;
}

/** Where something that is printed in one go stands in the file. */
export interface PrintedPlace extends LevelPlace {
  /** Offset after the last extruding line, and that line's number. */
  readonly endOffset: number;
  readonly endLine: number;
}

/**
 * A stretch of extrusion at one height, as met in the file. Levels are raw: a purge block at its
 * own height or the first line of a second object makes a level too. `groupLevels` makes layers
 * of them once the whole file is known.
 */
export interface Level extends LevelPlace {
  /** Height of the nozzle, machine mm, and how far it lies above what is below. */
  readonly z: number;
  readonly thickness: number;
  /** What the file said of layers since the level before; nothing of it is believed yet. */
  readonly marks: readonly LayerMark[];
  /** `G92` gave the extruder another number right after this level. */
  endsByReset: boolean;
  /** Offset after the last extruding line, and that line's number. */
  endOffset: number;
  endLine: number;
  /** Filament that stays, mm. */
  filamentMm: number;
  extrusions: number;
  readonly tools: number[];
}

/**
 * A part of a level that is printed in one go: with one tool, and without a stop inside. Most levels
 * have one.
 */
export interface LevelSection extends LevelPlace {
  readonly tool: number;
  /** What comes out at the change on the way to it, by priming or ramming, when one nozzle prints for all tools, mm. */
  readonly pushedBeforeMm: number;
  /** Offset after the last extruding line, and that line's number. */
  endOffset: number;
  endLine: number;
  /** Filament that stays, mm. */
  filamentMm: number;
}

/**
 * How thick a level at `z` is: up from the level before it, or, where the file goes down again,
 * from the highest level below or as thick as an earlier one at that height.
 */
export function thicknessAt(before: readonly Level[], z: number): number {
  const previous = before.at(-1);
  if (!previous && z > HIGHEST_FIRST_LAYER) return ORDINARY_THICKNESS;
  if (previous && z > previous.z + HAIR) return z - previous.z;
  let below = 0;
  for (let i = before.length - 1; i >= 0; i--) {
    const level = before[i];
    if (Math.abs(level.z - z) <= HAIR) return level.thickness;
    if (level.z < z && level.z > below) below = level.z;
  }
  return z - below;
}
