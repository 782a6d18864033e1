import type { LineSink } from './lineSink';

/** Numbers of one line: x0, y0, x1, y1, width in mm, and the level. */
const NUMBERS = 6;
/** Lines of a batch: a few hundred kilobytes, so that handing one on costs nothing beside its lines. */
const LINES = 8192;

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

  /** Hands on what has been gathered since the last batch. */
  flush(): void {
    if (this.used === 0) return;
    const full = this.used === this.batch.length ? this.batch : this.batch.slice(0, this.used);
    this.batch = new Float64Array(0);
    this.used = 0;
    this.onBatch(full);
  }
}

/** Stamps the lines of a batch. */
export function stampBatch(sink: LineSink, batch: Float64Array): void {
  for (let i = 0; i < batch.length; i += NUMBERS) {
    sink.stamp(batch[i], batch[i + 1], batch[i + 2], batch[i + 3], batch[i + 4], batch[i + 5]);
  }
}
