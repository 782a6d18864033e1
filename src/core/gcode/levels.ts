import type { Machine, MachineState } from './machine';

/** Heights closer than this are the same level, mm. */
export const LEVEL_EPSILON = 0.005;

/**
 * A stretch of extrusion at one height, as met in the file. Levels are raw: a purge block at its
 * own height or the first line of a second object makes a level too. `groupLevels` makes layers
 * of them once the whole file is known.
 */
export interface Level {
  /** Height of the nozzle, machine mm, and how far it lies above what is below. */
  readonly z: number;
  readonly thickness: number;
  /** The file's own label, when a comment named one since the level before. */
  readonly label: string | null;
  /** The Z that the file's comment stated, mm. */
  readonly labelZ: number | null;
  /** A layer comment of any shape stood before this level. */
  readonly marked: boolean;
  /** Byte offset and line (from 1) of the first extruding move. */
  readonly firstOffset: number;
  readonly firstLine: number;
  /** Where the stop goes: after the travel to the first point, before the filament is pushed back. */
  readonly restartOffset: number;
  readonly restartLine: number;
  /** Right after the last extrusion before this level. */
  readonly travelOffset: number;
  readonly travelLine: number;
  /** State before the first extruding move. */
  readonly state: MachineState;
  /** Offset after the last extruding line, and that line's number. */
  endOffset: number;
  endLine: number;
  /** Filament that stays, mm. */
  filamentMm: number;
  extrusions: number;
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  readonly tools: number[];
}

/** What a new level needs to know of the file's way up to it. */
export interface LevelStart {
  readonly z: number;
  readonly label: string | null;
  readonly labelZ: number | null;
  readonly marked: boolean;
  readonly firstOffset: number;
  readonly firstLine: number;
  readonly restartOffset: number;
  readonly restartLine: number;
  readonly travelOffset: number;
  readonly travelLine: number;
}

/** Starts a level at the extruding move that `machine` has just made. */
export function startLevel(before: readonly Level[], start: LevelStart, machine: Machine): Level {
  const state = {
    ...machine.capture(),
    x: machine.fromX,
    y: machine.fromY,
    z: machine.fromZ,
    e: machine.fromE,
  };
  return {
    ...start,
    thickness: thicknessAt(start.marked ? before.filter((level) => level.marked) : before, start.z),
    state,
    endOffset: start.firstOffset,
    endLine: start.firstLine,
    filamentMm: 0,
    extrusions: 0,
    minX: Infinity,
    minY: Infinity,
    maxX: -Infinity,
    maxY: -Infinity,
    tools: [machine.tool],
  };
}

/**
 * How thick a level at `z` is: up from the highest level below it, or from the bed. A level that
 * comes back to a known height is as thick as that one.
 */
function thicknessAt(before: readonly Level[], z: number): number {
  const previous = before.at(-1);
  if (previous && z > previous.z + LEVEL_EPSILON) return z - previous.z;
  let below = 0;
  for (const level of before) {
    if (Math.abs(level.z - z) <= LEVEL_EPSILON) return level.thickness;
    if (level.z < z && level.z > below) below = level.z;
  }
  return z - below;
}
