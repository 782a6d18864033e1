/** What takes the printed lines of a file, in printing order. */
export interface LineSink {
  /** A line from (x0, y0) to (x1, y1), machine mm, `width` mm wide, of level `level` ≥ 1; levels never fall. */
  stamp(x0: number, y0: number, x1: number, y1: number, width: number, level: number): void;
}

/** Nobody wants to know where lines lie, as when only times are asked for. */
export const NO_LINES: LineSink = { stamp: () => {} };
