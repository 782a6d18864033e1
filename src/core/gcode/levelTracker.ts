import type { LayerMark } from './labels';
import { LEVEL_EPSILON, thicknessAt, type Level, type LevelPlace } from './levels';
import type { Machine } from './machine';

/** A `G92 E` after so few moves ends the priming of the nozzle. */
const PRIMING_MOVES = 16;

/**
 * Makes levels while a file is read. It is told of every move, so what it does per move is kept
 * to a few numbers; a level's own totals are written when it ends.
 */
export class LevelTracker {
  readonly levels: Level[] = [];
  /** The level under way; null before the first extrusion. */
  level: Level | null = null;
  /** Way extruded, and the part of it that rose or fell, mm. */
  extrudedMm = 0;
  slopedMm = 0;
  sawAbsolute = false;
  sawRelative = false;

  private mark: LayerMark | null = null;
  private splits = false;
  private endOffset = 0;
  private endLine = 0;
  private restartOffset = -1;
  private restartLine = 0;
  private extrusions = 0;
  private filamentAtStart = 0;
  /** Where a rising path began after a travel: a seam that ramps up into the next level. */
  private ramp: LevelPlace | null = null;

  constructor(private readonly machine: Machine) {}

  takeMark(mark: LayerMark): void {
    // `; layer 4` after a layer-change word and its Z belong together.
    this.mark =
      this.mark?.kind === 'number' && mark.kind === 'change' ? { ...this.mark, z: mark.z } : mark;
    if (this.level !== null && !this.level.marked) this.splits = true;
  }

  /** Start blocks reset the extruder between priming and printing. */
  takeExtruderReset(): void {
    if (this.levels.length === 1 && this.extrusions <= PRIMING_MOVES) this.splits = true;
  }

  takeTool(): void {
    this.level?.tools.push(this.machine.tool);
  }

  /** A move without extrusion ended at `offset`, on `line`. */
  takeTravel(offset: number, line: number): void {
    this.restartOffset = offset;
    this.restartLine = line + 1;
  }

  /**
   * The extruding move just made, from `start` to `end` in the file, on `line`; `length` mm long.
   */
  takeExtrusion(start: number, end: number, line: number, length: number, sloped: boolean): void {
    this.extrudedMm += length;
    const { level, machine } = this;
    let z = machine.z;
    if (sloped) {
      this.slopedMm += length;
      if (level !== null) {
        z = this.heightOnSlope(level, z);
        if (z === level.z && this.restartOffset >= 0) this.ramp = this.placeOf(start, line);
      }
    }
    const isSame =
      level !== null &&
      !this.splits &&
      z - level.z <= LEVEL_EPSILON &&
      level.z - z <= LEVEL_EPSILON;
    if (!isSame) this.startLevel(z, this.ramp ?? this.placeOf(start, line));
    if (!sloped) this.ramp = null;
    this.endOffset = end;
    this.endLine = line;
    this.restartOffset = -1;
    this.extrusions++;
    if (machine.relativeE) this.sawRelative = true;
    else this.sawAbsolute = true;
  }

  /** Writes the totals of the level under way. */
  closeLevel(filament: number): void {
    if (this.level === null) return;
    this.level.endOffset = this.endOffset;
    this.level.endLine = this.endLine;
    this.level.extrusions = this.extrusions;
    this.level.filamentMm = filament - this.filamentAtStart;
  }

  /** A rising path starts the next level when it has risen by one thickness. */
  private heightOnSlope(level: Level, z: number): number {
    const next = level.z + level.thickness;
    return z >= next - LEVEL_EPSILON && z < next + level.thickness ? next : level.z;
  }

  private placeOf(start: number, line: number): LevelPlace {
    const { machine } = this;
    const restarts = this.restartOffset >= 0;
    return {
      firstOffset: start,
      firstLine: line,
      restartOffset: restarts ? this.restartOffset : start,
      restartLine: restarts ? this.restartLine : line,
      travelOffset: this.endOffset,
      travelLine: this.endLine + 1,
      state: {
        ...machine.capture(),
        x: machine.fromX,
        y: machine.fromY,
        z: machine.fromZ,
        e: machine.fromE,
        feed: machine.fromFeed,
        retracted: machine.fromRetracted,
        filament: machine.fromFilament,
      },
    };
  }

  private startLevel(z: number, place: LevelPlace): void {
    const { machine, mark } = this;
    this.closeLevel(machine.fromFilament);
    this.filamentAtStart = machine.fromFilament;
    this.extrusions = 0;
    this.level = {
      ...place,
      z,
      thickness: thicknessAt(this.levels, z, mark !== null),
      label: mark?.kind === 'number' ? mark.label : null,
      labelZ: mark?.z ?? null,
      marked: mark !== null,
      endOffset: place.firstOffset,
      endLine: place.firstLine,
      filamentMm: 0,
      extrusions: 0,
      tools: [machine.tool],
    };
    this.levels.push(this.level);
    this.mark = null;
    this.splits = false;
    this.ramp = null;
  }
}
