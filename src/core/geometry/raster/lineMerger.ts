import * as At from '../../gcode/quick/slots';
import type { LineSink } from './lineSink';
import { isAboutStraight, isSameWidth, MOST_PIECES } from './merging';

/**
 * Hands printed lines on, with the short pieces that curves are made of merged into
 * longer ones: stamping one line of 3 mm is much cheaper than four of 0.8 mm, and the cells are
 * the same but for a few at the edge.
 */
export class LineMerger {
  private pieces = 0;
  private x0 = 0;
  private y0 = 0;
  private x1 = 0;
  private y1 = 0;
  private width = 0;
  private level = 0;

  constructor(private readonly sink: LineSink) {}

  /** Takes a printed line, machine mm; levels never fall. */
  add(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void {
    if (this.pieces > 0) {
      if (this.continues(x0, y0, x1, y1, width, level)) {
        this.x1 = x1;
        this.y1 = y1;
        this.pieces++;
        return;
      }
      this.flush();
    }
    this.x0 = x0;
    this.y0 = y0;
    this.x1 = x1;
    this.y1 = y1;
    this.width = width;
    this.level = level;
    this.pieces = 1;
  }

  /** Hands the held line to quick reading. */
  lend(shared: Float64Array): void {
    shared[At.PIECES] = this.pieces;
    shared[At.MERGED_X0] = this.x0;
    shared[At.MERGED_Y0] = this.y0;
    shared[At.MERGED_X1] = this.x1;
    shared[At.MERGED_Y1] = this.y1;
    shared[At.MERGED_WIDTH] = this.width;
    shared[At.MERGED_LEVEL] = this.level;
  }

  /** Takes back the line that it holds, and hands on those that are ready. */
  takeBack(shared: Float64Array, ready: Float64Array): void {
    const numbers = shared[At.READY] * At.READY_NUMBERS;
    if (numbers > 0) this.sink.stampBatch(ready.subarray(0, numbers));
    this.pieces = shared[At.PIECES];
    this.x0 = shared[At.MERGED_X0];
    this.y0 = shared[At.MERGED_Y0];
    this.x1 = shared[At.MERGED_X1];
    this.y1 = shared[At.MERGED_Y1];
    this.width = shared[At.MERGED_WIDTH];
    this.level = shared[At.MERGED_LEVEL];
  }

  /** Hands on what is still held. */
  flush(): void {
    if (this.pieces === 0) return;
    this.sink.stamp(this.x0, this.y0, this.x1, this.y1, this.width, this.level);
    this.pieces = 0;
  }

  /** Whether the line goes on from the held one, about as wide and about straight on. */
  private continues(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    width: number,
    level: number,
  ): boolean {
    if (x0 !== this.x1 || y0 !== this.y1 || level !== this.level) return false;
    if (this.pieces >= MOST_PIECES) return false;
    if (!isSameWidth(width, this.width)) return false;
    return isAboutStraight(x0 - this.x0, y0 - this.y0, x1 - x0, y1 - y0);
  }
}
