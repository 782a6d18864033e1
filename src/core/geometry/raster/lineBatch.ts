import { LINES, NUMBERS, type LineSink } from './lineSink';

/** Gathers lines in batches, to be handed to a raster that runs elsewhere. */
export class LineBatcher implements LineSink {
  private batch = new Float64Array(0);
  private used = 0;

  /** @param onBatch takes each full batch for its own. */
  constructor(private readonly onBatch: (batch: Float64Array<ArrayBuffer>) => void) {}

  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void {
    if (this.batch.length === 0) this.batch = new Float64Array(LINES * NUMBERS);
    const { batch } = this;
    let i = this.used;
    batch[i++] = x0;
    batch[i++] = y0;
    batch[i++] = x1;
    batch[i++] = y1;
    batch[i++] = width;
    batch[i++] = level;
    this.used = i;
    if (i === batch.length) this.flush();
  }

  stampBatch(lines: Float64Array): void {
    for (let from = 0; from < lines.length;) {
      if (this.batch.length === 0) this.batch = new Float64Array(LINES * NUMBERS);
      const to = Math.min(lines.length, from + this.batch.length - this.used);
      this.batch.set(lines.subarray(from, to), this.used);
      this.used += to - from;
      if (this.used === this.batch.length) this.flush();
      from = to;
    }
  }

  /** Hands on what has been gathered since the last batch. */
  flush(): void {
    if (this.used === 0) return;
    const full = this.used === this.batch.length ? this.batch : this.batch.slice(0, this.used);
    this.batch = new Float64Array(0);
    this.used = 0;
    this.onBatch(full);
  }
}
