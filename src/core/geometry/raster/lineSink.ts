import * as At from '../../gcode/quick/slots';

/** Numbers of one line of a batch: x0, y0, x1, y1, width in mm, and the level. */
export const NUMBERS = At.READY_NUMBERS;
/** Lines of a batch, at most: a few hundred kilobytes, so that handing one on costs nothing beside its lines. */
export const LINES = At.MOST_READY;

/** What takes the printed lines of a file, in printing order. */
export interface LineSink {
  /** A line from (x0, y0) to (x1, y1), machine mm, `width` mm wide, of level `level` ≥ 1; levels never fall. */
  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void;
  /** The same for the lines of a batch, which is its giver's again afterwards. */
  stampBatch(batch: Float64Array): void;
}

/** Takes lines one by one, those of batches as well. */
export function oneByOne(stamp: LineSink['stamp']): LineSink {
  return {
    stamp,
    stampBatch: (batch) => {
      for (let i = 0; i < batch.length; i += NUMBERS) {
        stamp(batch[i], batch[i + 1], batch[i + 2], batch[i + 3], batch[i + 4], batch[i + 5]);
      }
    },
  };
}

/** Nobody wants to know where lines lie, as when only times are asked for. */
export const NO_LINES: LineSink = { stamp: () => {}, stampBatch: () => {} };
