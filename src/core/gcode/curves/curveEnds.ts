/** Where a curve begins and ends, machine mm, and the mm in a unit of the file. */
export interface CurveEnds {
  readonly fromX: number;
  readonly fromY: number;
  readonly toX: number;
  readonly toY: number;
  readonly unit: number;
}
