import { Effect } from '../gcode/effect';
import { Machine, type MachineState } from '../gcode/machine';
import { LineStream } from '../gcode/lineStream';
import { scanLine } from '../gcode/scan';
import { describeStop } from '../gcode/stops';
import { Words } from '../gcode/words';

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
  /** The command that stops the printer, as it is written; empty when it does not stop. */
  readonly stop: string;
}

/** A stretch of the file, in bytes. */
export interface WatchedStretch {
  readonly start: number;
  readonly end: number;
}

interface SimulationOptions {
  /** Byte offsets of line starts, rising, before which the state is captured. */
  readonly captureAt: readonly number[];
  /** Names of the firmware's own macros that stop and wait, in capitals. */
  readonly stopWords: readonly string[];
  /** Stretches, one after the other, whose lines are shown to `watch`. */
  readonly stretches?: readonly WatchedStretch[];
  readonly watch?: (stretch: number, obeyed: ObeyedLine) => void;
}

/**
 * A printer that obeys a file without moving anything: it keeps state, notes every stop, captures
 * the state at given places, and shows the lines of given stretches. The proof runs the input and
 * the output through one each.
 */
export class SimulatedPrinter {
  readonly stops: SimulatedStop[] = [];
  /** State before the line that begins at each place of `captureAt`, in their order. */
  readonly captured: MachineState[] = [];
  private readonly machine: Machine;
  private readonly words = new Words();
  private readonly stream = new LineStream((bytes, end, base) => this.run(bytes, end, base));
  private line = 0;
  private stretch = 0;

  constructor(private readonly options: SimulationOptions) {
    this.machine = new Machine(options.stopWords);
  }

  /** State after all that was pushed so far. */
  get state(): MachineState {
    return this.machine.capture();
  }

  push(chunk: Uint8Array): void {
    this.stream.push(chunk);
  }

  finish(): void {
    this.stream.finish();
    const { captureAt } = this.options;
    while (this.captured.length < captureAt.length) this.captured.push(this.machine.capture());
  }

  private run(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine, captured } = this;
    const { captureAt, stretches = [], watch } = this.options;
    let at = 0;
    while (at < end) {
      const start = base + at;
      while (captured.length < captureAt.length && start >= captureAt[captured.length]) {
        captured.push(machine.capture());
      }
      while (this.stretch < stretches.length && start >= stretches[this.stretch].end)
        this.stretch++;
      at = scanLine(bytes, at, end, words);
      this.line++;
      const effect = machine.execute(words, bytes);
      const stop = effect === Effect.Stop ? describeStop(words, bytes) : '';
      if (stop !== '') this.stops.push({ line: this.line, offset: start, command: stop });
      if (watch && this.stretch < stretches.length && start >= stretches[this.stretch].start) {
        watch(this.stretch, { machine, words, effect, line: this.line, stop });
      }
    }
  }
}
