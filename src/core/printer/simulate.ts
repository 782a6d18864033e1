import { waitsForSomebody } from '../gcode/stopCommands';
import { Effect } from '../gcode/effect';
import { Machine, type MachineState } from '../gcode/machine';
import { FreshStarts } from '../gcode/freshStarts';
import { LineStream } from '../gcode/lines/lineStream';
import { obeyLines } from '../gcode/obey';
import { commandText } from '../gcode/stops';
import { ToolHeat, type ToolLine } from '../gcode/toolHeat';
import { changedTool, heatedTool } from '../gcode/toolWords';
import { Words } from '../gcode/lines/words';

const MOVES: ReadonlySet<Effect> = new Set([Effect.Line, Effect.Curve, Effect.Home]);

/** A stop that the simulated printer came to. */
export interface SimulatedStop {
  readonly line: number;
  readonly offset: number;
  readonly command: string;
}

/** One line as the printer obeyed it, for whoever watches a stretch of the file. */
export interface ObeyedLine {
  readonly machine: Machine;
  readonly words: Words;
  readonly effect: Effect;
  /** Line in the file, from 1. */
  readonly line: number;
  /** The line as it is written, without its comment. */
  readonly text: string;
}

/** A stretch of the file, in bytes. */
export interface WatchedStretch {
  readonly start: number;
  readonly end: number;
}

/** What a simulated printer is to look out for. */
export interface SimulationOptions {
  /** Byte offsets of line starts, rising, before which the state is captured. */
  readonly captureAt: readonly number[];
  /** Names of the firmware's own macros that stop and wait, in capitals. */
  readonly stopWords: readonly string[];
  /** Stretches, one after the other, whose lines are shown to `watch`. */
  readonly stretches?: readonly WatchedStretch[];
  readonly watch?: (stretch: number, obeyed: ObeyedLine) => void;
  /** Told of every move and of homing, at the offset of its line. */
  readonly onMove?: (machine: Machine, effect: Effect, offset: number, line: number) => void;
  /** Where all files of the input begin but the first: see {@link FreshStarts}. */
  readonly freshAt?: readonly number[];
  /** Where another file begins that the printer is given without being switched off: modes have to be said again. */
  readonly goesOnAt?: readonly number[];
}

/**
 * A printer that obeys a file without moving anything: it keeps state, notes every stop, captures
 * the state at given places, and shows the lines of given stretches. The proof runs the input and
 * the output through one each.
 */
export class SimulatedPrinter {
  readonly stops: SimulatedStop[] = [];
  /** Lines that speak of tools. */
  readonly toolLines: ToolLine[] = [];
  /** State before the line that begins at each place of `captureAt`, in their order. */
  readonly captured: MachineState[] = [];
  /** What the nozzle of the tool in use is to be heated to at each of them, °C. */
  private readonly heated: number[] = [];
  private heat = new ToolHeat();
  private machine: Machine;
  private readonly files: FreshStarts;
  private readonly given: FreshStarts;
  /** State at the end of each file of the input, the nozzle's target being that of the tool in use. */
  readonly endings: MachineState[] = [];
  private readonly words = new Words();
  private readonly stream = new LineStream((bytes, end, base) => this.run(bytes, end, base));
  private line = 0;
  private stretch = 0;

  constructor(private readonly options: SimulationOptions) {
    this.machine = new Machine(options.stopWords);
    this.files = new FreshStarts(options.freshAt ?? []);
    this.given = new FreshStarts(options.goesOnAt ?? []);
  }

  /** Numbered lines that did not follow the one before, so far. */
  get numberBreaks(): number {
    return this.machine.numberBreaks;
  }

  /** State after all that was pushed so far. */
  get state(): MachineState {
    return this.machine.capture();
  }

  push(chunk: Uint8Array): void {
    for (const { bytes, fresh } of this.files.cut(chunk)) {
      if (fresh) {
        this.endFile();
        this.machine = new Machine(this.options.stopWords);
        this.heat = new ToolHeat();
      }
      for (const part of this.given.cut(bytes)) {
        if (part.fresh) this.machine.forgetModes();
        this.stream.push(part.bytes);
      }
    }
  }

  finish(): void {
    this.stream.finish();
    const { captureAt } = this.options;
    while (this.captured.length < captureAt.length) this.capture();
    this.endFile();
  }

  private endFile(): void {
    const { machine } = this;
    this.endings.push({ ...machine.capture(), nozzleTarget: this.heat.target(machine) });
  }

  /** The captured states, the nozzle's target being that of the tool in use. */
  get ofTools(): MachineState[] {
    return this.captured.map((state, i) => ({ ...state, nozzleTarget: this.heated[i] }));
  }

  private capture(): void {
    this.captured.push(this.machine.capture());
    this.heated.push(this.heat.target(this.machine));
  }

  private takeChange(tool: number, offset: number, inUse: number): void {
    const { line } = this;
    this.toolLines.push({ line, offset, kind: 'change', tool, inUse, celsius: 0, waits: false });
  }

  private takeHeat(effect: Effect, offset: number, inUse: number): void {
    const { words, machine, line } = this;
    this.heat.take(effect, words, machine);
    const tool = heatedTool(words);
    if (machine.heatsBed || tool === null) return;
    const { heatTarget: celsius, heatWaits: waits } = machine;
    this.toolLines.push({ line, offset, kind: 'heat', tool, inUse, celsius, waits });
  }

  private run(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine, captured } = this;
    const { captureAt, stretches = [], watch, onMove } = this.options;
    let inUse = machine.tool;
    const before = (at: number): void => {
      const start = base + at;
      while (captured.length < captureAt.length && start >= captureAt[captured.length]) {
        this.capture();
      }
      inUse = machine.tool;
      while (this.stretch < stretches.length && start >= stretches[this.stretch].end)
        this.stretch++;
    };
    const after = (effect: Effect, at: number): void => {
      const start = base + at;
      this.line++;
      const tool = changedTool(words, bytes);
      if (tool !== null) this.takeChange(tool, start, inUse);
      else if (effect === Effect.Heat) this.takeHeat(effect, start, inUse);
      if (waitsForSomebody(effect, machine)) {
        const command = commandText(words, bytes, at);
        this.stops.push({ line: this.line, offset: start, command });
      }
      if (onMove && MOVES.has(effect)) {
        onMove(machine, effect, start, this.line);
      }
      if (watch && this.stretch < stretches.length && start >= stretches[this.stretch].start) {
        const text = commandText(words, bytes, at);
        watch(this.stretch, { machine, words, effect, line: this.line, text });
      }
    };
    obeyLines(machine, words, bytes, end, { before, after });
  }
}
