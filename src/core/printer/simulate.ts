import { Effect, Machine, type MachineState } from '../gcode/machine';
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

/**
 * A printer that obeys a file without moving anything: it keeps state, notes every stop, and
 * captures the state at given places. The proof runs the input and the output through one each.
 */
export class SimulatedPrinter {
  readonly stops: SimulatedStop[] = [];
  /** State before the line that begins at each watched offset, in the order of the offsets. */
  readonly captured: MachineState[] = [];
  private readonly machine = new Machine();
  private readonly words = new Words();
  private readonly stream = new LineStream((bytes, end, base) => this.run(bytes, end, base));
  private line = 0;

  /** @param watched byte offsets of line starts, rising. */
  constructor(private readonly watched: readonly number[]) {}

  push(chunk: Uint8Array): void {
    this.stream.push(chunk);
  }

  finish(): void {
    this.stream.finish();
    while (this.captured.length < this.watched.length) this.captured.push(this.machine.capture());
  }

  private run(bytes: Uint8Array, end: number, base: number): void {
    const { words, machine, watched, captured } = this;
    let at = 0;
    while (at < end) {
      const start = base + at;
      while (captured.length < watched.length && start >= watched[captured.length]) {
        captured.push(machine.capture());
      }
      at = scanLine(bytes, at, end, words);
      this.line++;
      if (machine.execute(words, bytes) === Effect.Stop) {
        this.stops.push({ line: this.line, offset: start, command: describeStop(words, bytes) });
      }
    }
  }
}
