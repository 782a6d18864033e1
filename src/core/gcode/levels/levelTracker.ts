import { FILAMENT_HAIR, HAIR } from '../../tolerances';
import type { LayerMark } from './labels';
import { thicknessAt, type Level, type LevelPlace, type LevelSection } from './levels';
import type { Machine } from '../machine';
import * as At from '../quick/slots';
import { stateBeforeMove } from '../stateBeforeMove';

/** A `G92 E` after so few moves may end the priming of the nozzle. */
const PRIMING_MOVES = 200;
/** Most marks that are kept for one level. */
const MOST_MARKS = 8;

/**
 * Makes levels and their sections while a file is read. It sees every move, so what it does per
 * move is kept to a few numbers; the totals of a level or section are written when it ends.
 */
export class LevelTracker {
  readonly levels: Level[] = [];
  /** Those of all levels, in file order. */
  readonly sections: LevelSection[] = [];
  /** Index of the level of each section. */
  readonly sectionLevels: number[] = [];
  /** The level under way; null before the first extrusion. */
  level: Level | null = null;
  /** Path extruded, and the part of it that rose or fell, mm. */
  extrudedMm = 0;
  slopedMm = 0;
  sawAbsolute = false;
  sawRelative = false;

  private section: LevelSection | null = null;
  private sectionFilament = 0;
  /** A tool has changed, or the file waits for a person: what comes next is another section. */
  private cuts = false;
  private marks: LayerMark[] = [];
  private splits = false;
  private endOffset = 0;
  /** Line of the latest extruding move. */
  endLine = 0;
  private restartOffset = -1;
  private restartLine = 0;
  /** Filament held back since the latest extruding move, as one nozzle has it, mm. */
  private held = 0;
  /** What came out since then, and up to where the section would go on, mm. */
  private out = 0;
  private outBefore = 0;
  private extrusions = 0;
  private filamentAtStart = 0;
  /** Filament behind the latest extruding move, and what changes have loaded and out since the level began, mm. */
  private filamentAtEnd = 0;
  private changedInLevel = 0;
  /** The same of all changes: it belongs to no part. */
  changedMm = 0;
  /** Where a rising path began after a travel: a seam that ramps up into the next level. */
  private ramp: LevelPlace | null = null;

  constructor(private readonly machine: Machine) {}

  /** Nothing moved since the latest extruding move. */
  get endsPrinting(): boolean {
    return this.level !== null && this.restartOffset < 0;
  }

  /** A level is under way, and what prints at its height goes on with it and its section. */
  get isOnLevel(): boolean {
    return this.level !== null && !this.splits && !this.cuts;
  }

  /** Hands its numbers to quick reading, while `isOnLevel`. */
  lend(shared: Float64Array): void {
    shared[At.LEVEL] = this.levels.length;
    shared[At.LEVEL_Z] = this.level!.z;
    shared[At.THICKNESS] = this.level!.thickness;
    shared[At.EXTRUDED_MM] = this.extrudedMm;
    shared[At.SLOPED_MM] = this.slopedMm;
    shared[At.END_OFFSET] = this.endOffset;
    shared[At.END_LINE] = this.endLine;
    shared[At.FILAMENT_AT_END] = this.filamentAtEnd;
    shared[At.RESTART_OFFSET] = this.restartOffset;
    shared[At.RESTART_LINE] = this.restartLine;
    shared[At.HELD] = this.held;
    shared[At.OUT] = this.out;
    shared[At.OUT_BEFORE] = this.outBefore;
    shared[At.EXTRUSIONS] = this.extrusions;
    shared[At.LEVEL_MOVE] = 0;
  }

  /** Takes back what moves on the level have made of them. */
  takeBack(shared: Float64Array): void {
    if (shared[At.EXTRUSIONS] > this.extrusions) {
      if (this.machine.relativeE) this.sawRelative = true;
      else this.sawAbsolute = true;
    }
    if (shared[At.LEVEL_MOVE] !== 0) this.ramp = null;
    this.extrudedMm = shared[At.EXTRUDED_MM];
    this.slopedMm = shared[At.SLOPED_MM];
    this.endOffset = shared[At.END_OFFSET];
    this.endLine = shared[At.END_LINE];
    this.filamentAtEnd = shared[At.FILAMENT_AT_END];
    this.restartOffset = shared[At.RESTART_OFFSET];
    this.restartLine = shared[At.RESTART_LINE];
    this.held = shared[At.HELD];
    this.out = shared[At.OUT];
    this.outBefore = shared[At.OUT_BEFORE];
    this.extrusions = shared[At.EXTRUSIONS];
  }

  takeMark(mark: LayerMark): void {
    // A change word is met again when its Z stands in the next comment.
    const last = this.marks.at(-1);
    if (last?.kind === 'change' && last.z === null && last.shape === mark.shape) this.marks.pop();
    if (this.marks.length < MOST_MARKS) this.marks.push(mark);
    if (this.level !== null) this.splits = true;
  }

  /** Start blocks reset the extruder between priming and printing. */
  takeExtruderReset(): void {
    if (this.levels.length !== 1 || this.extrusions > PRIMING_MOVES) return;
    this.levels[0].endsByReset = true;
    this.splits = true;
  }

  /** The tool has changed, in a line that ends at `offset`. */
  takeTool(offset: number, line: number): void {
    this.level?.tools.push(this.machine.tool);
    // Also when the tool before comes back at once: the file resets its extruder.
    this.cuts = this.level !== null;
    // What comes behind the change is the next section's, wherever the path there is.
    this.takeTravel(offset, line);
  }

  /** Filament moved by so much in a move that prints nothing, mm. */
  takeFilament(mm: number): void {
    const left = this.held - mm;
    if (left < 0) this.out -= left;
    this.held = Math.max(0, left);
  }

  takeStop(): void {
    this.cuts = this.level !== null;
  }

  /** A move without extrusion ended at `offset`, on `line`. */
  takeTravel(offset: number, line: number): void {
    this.restartOffset = offset;
    this.restartLine = line + 1;
    this.outBefore = this.out;
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
    const isSame = level !== null && !this.splits && z - level.z <= HAIR && level.z - z <= HAIR;
    if (!isSame) this.startLevel(z, this.ramp ?? this.placeOf(start, line));
    else if (this.cuts) {
      this.startSection(this.placeOf(start, line));
    }
    if (!sloped) this.ramp = null;
    this.endOffset = end;
    this.endLine = line;
    this.filamentAtEnd = machine.filament;
    this.restartOffset = -1;
    this.held = this.out = this.outBefore = 0;
    this.extrusions++;
    if (machine.relativeE) this.sawRelative = true;
    else this.sawAbsolute = true;
  }

  /** Writes the totals of the level under way. */
  closeLevel(filament: number): void {
    if (this.level === null) return;
    this.closeSection(filament);
    this.level.endOffset = this.endOffset;
    this.level.endLine = this.endLine;
    this.level.extrusions = this.extrusions;
    this.level.filamentMm = filament - this.filamentAtStart - this.changedInLevel;
  }

  private closeSection(filament: number): void {
    const { section } = this;
    if (section === null) return;
    section.endOffset = this.endOffset;
    section.endLine = this.endLine;
    section.filamentMm = filament - this.sectionFilament;
  }

  /** A rising path starts the next level when it has risen by one thickness. */
  private heightOnSlope(level: Level, z: number): number {
    const next = level.z + level.thickness;
    return z >= next - HAIR && z < next + level.thickness ? next : level.z;
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
      state: stateBeforeMove(machine),
    };
  }

  /** What is done so far seems to prime the nozzle only, and is no floor for what follows. */
  private endsPriming(): boolean {
    const [first] = this.levels;
    if (this.levels.length !== 1) return false;
    return first.endsByReset || (this.marks.length > 0 && first.marks.length === 0);
  }

  private startLevel(z: number, place: LevelPlace): void {
    const { machine, marks, levels } = this;
    this.closeLevel(this.takeChange());
    this.changedInLevel = 0;
    this.filamentAtStart = machine.fromFilament;
    this.extrusions = 0;
    this.level = {
      ...place,
      z,
      thickness: this.endsPriming() ? z : thicknessAt(levels, z),
      marks,
      endsByReset: false,
      endOffset: place.firstOffset,
      endLine: place.firstLine,
      filamentMm: 0,
      extrusions: 0,
      tools: [machine.tool],
    };
    levels.push(this.level);
    this.section = null;
    this.startSection(place);
    this.marks = [];
    this.splits = false;
    this.ramp = null;
  }

  /** Where the filament of what is printed so far ends: what goes in and out at a change belongs to no part. */
  private takeChange(): number {
    const { machine, cuts, filamentAtEnd } = this;
    if (!cuts) return machine.fromFilament;
    this.changedMm += machine.fromFilament - filamentAtEnd;
    return filamentAtEnd;
  }

  private startSection(place: LevelPlace): void {
    const { machine } = this;
    if (this.section !== null) {
      const end = this.takeChange();
      this.changedInLevel += machine.fromFilament - end;
      this.closeSection(end);
    }
    this.sectionFilament = machine.fromFilament;
    this.section = {
      ...place,
      tool: machine.tool,
      pushedBeforeMm: this.cuts && this.outBefore > FILAMENT_HAIR ? this.outBefore : 0,
      endOffset: place.firstOffset,
      endLine: place.firstLine,
      filamentMm: 0,
    };
    this.sections.push(this.section);
    this.sectionLevels.push(this.levels.length - 1);
    this.cuts = false;
  }
}
