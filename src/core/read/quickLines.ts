import { assembledFunctions, assembledModule, type AssembledModule } from '../assembled';
import { isPlainlyKnown, lendMachine, takeBackMachine } from '../gcode/quick/lendMachine';
import { QUICK_LINES_MODULE } from '../gcode/quick/quickLinesModule';
import * as At from '../gcode/quick/slots';
import type { LevelTracker } from '../gcode/levels/levelTracker';
import { LINES_PER_ENTRY } from '../gcode/lines/lineIndex';
import type { Machine } from '../gcode/machine';
import { MOST_LEVELS } from '../geometry/footprint';
import type { LineMerger } from '../geometry/raster/lineMerger';
import type { Planner } from '../motion/planner';

/** The functions of assembly/quickLines.ts. */
interface QuickLinesModule {
  readonly readLines: (at: number, end: number, most: number) => number;
}

/** What quick reading goes on with, and hands back. */
export interface QuickParts {
  readonly machine: Machine;
  readonly tracker: LevelTracker;
  readonly planner: Planner;
  readonly merger: LineMerger;
  /** Cross-section of the filament, mm². */
  readonly filamentArea: number;
}

/** What a stretch of lines was. */
export interface QuickStretch {
  /** Where the line begins that comes next. */
  readonly next: number;
  readonly lines: number;
  /** Lines of them that end with CR and LF. */
  readonly crlf: number;
  /** Whether any of them has printed. */
  readonly prints: boolean;
}

/** Handing over costs as much as some lines do: after fewer of them it is not tried for a while. */
const WORTH_LINES = 6;
const LONGEST_PAUSE = 64;

/** The module, compiled once; null where there is no WebAssembly, or it is not allowed. */
let compiled: AssembledModule | null | undefined;

/**
 * Reads plain moves in WebAssembly, to the same last digit as the reader that lends it its parts: see
 * `assembly/quickLines.ts`. Whatever is not plain ends a stretch and is the reader's.
 */
export class QuickLines {
  private readonly shared: Float64Array;
  private readonly text: Uint8Array;
  private readonly ready: Float64Array;
  private readonly readLines: QuickLinesModule['readLines'];
  /** The bytes of the buffer that are in the module's memory. */
  private from = 0;
  private to = 0;
  /** Lines that the reader reads itself before it is tried again, and how many that were last. */
  private pause = 0;
  private lastPause = 1;

  private constructor(
    module: AssembledModule,
    private readonly parts: QuickParts,
  ) {
    const { buffer, functions } = assembledFunctions<QuickLinesModule>(module, At.MEMORY_END);
    this.readLines = functions.readLines;
    this.shared = new Float64Array(buffer, At.SHARED_AT, At.SHARED_NUMBERS);
    this.text = new Uint8Array(buffer, At.TEXT_AT, At.TEXT_ROOM);
    this.ready = new Float64Array(buffer, At.READY_AT, At.READY_NUMBERS * At.MOST_READY);
    parts.planner.moveTo({
      size: At.MOST_MOVES,
      length: new Float64Array(buffer, At.LENGTH_AT, At.MOST_MOVES),
      cruise: new Float64Array(buffer, At.CRUISE_AT, At.MOST_MOVES),
      acceleration: new Float64Array(buffer, At.ACCELERATION_AT, At.MOST_MOVES),
      cornerSquared: new Float64Array(buffer, At.CORNER_AT, At.MOST_MOVES),
      slots: new Int32Array(buffer, At.SLOTS_AT, At.MOST_MOVES),
    });
  }

  /** Takes the parts of a reader; null where it cannot be. */
  static of(parts: QuickParts): QuickLines | null {
    if (compiled === undefined) compiled = assembledModule(QUICK_LINES_MODULE);
    if (compiled === null) return null;
    try {
      return new QuickLines(compiled, parts);
    } catch {
      // It takes its memory in one piece, which there may not be.
      return null;
    }
  }

  /** Another buffer comes. */
  begin(): void {
    this.from = this.to = 0;
  }

  /**
   * Reads lines from `at` on, as many as are plain.
   * @param end where the last whole line of the buffer ends.
   * @param base the offset of the buffer in the file.
   * @param line lines read so far.
   * @returns null when none was read.
   */
  take(
    bytes: Uint8Array,
    at: number,
    end: number,
    base: number,
    line: number,
  ): QuickStretch | null {
    // Lines at which an entry of the index is made are the reader's.
    const most = line % LINES_PER_ENTRY === 0 ? 0 : LINES_PER_ENTRY - (line % LINES_PER_ENTRY);
    if (most === 0) return null;
    if (this.pause > 0) {
      this.pause--;
      return null;
    }
    const { machine, tracker } = this.parts;
    if (!tracker.isOnLevel || tracker.levels.length > MOST_LEVELS) return null;
    if (!isPlainlyKnown(machine)) return null;
    this.load(bytes, at, end);
    this.lend(base, line);
    const extrusions = this.shared[At.EXTRUSIONS];
    const start = At.TEXT_AT + at - this.from;
    const next = this.readLines(start, At.TEXT_AT + this.to - this.from, most) - start + at;
    if (next > at) this.takeBack();
    const lines = next > at ? this.shared[At.LINE] - line : 0;
    this.rest(lines);
    if (lines === 0) return null;
    return {
      next,
      lines,
      crlf: this.shared[At.CRLF],
      prints: this.shared[At.EXTRUSIONS] > extrusions,
    };
  }

  private load(bytes: Uint8Array, at: number, end: number): void {
    const isInside = at >= this.from && (this.to === end || at + 2 * At.LINE_ROOM < this.to);
    if (isInside) return;
    this.from = at;
    this.to = Math.min(end, at + At.TEXT_ROOM);
    this.text.set(bytes.subarray(this.from, this.to));
  }

  private lend(base: number, line: number): void {
    const { shared, parts } = this;
    const { machine, tracker, planner, merger, filamentArea } = parts;
    lendMachine(machine, shared);
    tracker.lend(shared);
    planner.lend(shared);
    merger.lend(shared);
    shared[At.AREA] = machine.volumetricArea || filamentArea;
    shared[At.SLOT] = tracker.sections.length - 1;
    shared[At.READY] = shared[At.CRLF] = 0;
    shared[At.LINE] = line;
    shared[At.BASE] = base + this.from;
  }

  private takeBack(): void {
    const { shared, parts, ready } = this;
    const { machine, tracker, planner, merger } = parts;
    takeBackMachine(machine, shared);
    tracker.takeBack(shared);
    merger.takeBack(shared, ready);
    planner.takeBack(shared);
  }

  private rest(lines: number): void {
    if (lines >= WORTH_LINES) this.lastPause = 1;
    else {
      this.pause = this.lastPause;
      this.lastPause = Math.min(LONGEST_PAUSE, this.lastPause * 2);
    }
  }
}
