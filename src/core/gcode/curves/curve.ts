import { describeArc, emptyArc, type ArcGeometry } from './arc';
import { describeSpline, emptySpline, type SplineGeometry } from './spline';
import type { CurveEnds } from './curveEnds';
import { letterBit, type Words } from '../lines/words';

const XY = letterBit('X') | letterBit('Y');

/** Reads the curves of a file, arcs (G2, G3) and splines (G5), into two objects that it uses again. */
export class CurveReader {
  private readonly arc = emptyArc();
  private readonly spline = emptySpline();
  latest: ArcGeometry | SplineGeometry = this.arc;

  /** @param oddPlane arcs lie in another plane than X and Y, which nobody follows here. */
  read(words: Words, ends: CurveEnds, oddPlane: boolean): void {
    if (words.code === 5) {
      this.latest = this.spline;
      describeSpline(this.spline, words, ends);
      return;
    }
    this.latest = this.arc;
    const isBack = ends.toX === ends.fromX && ends.toY === ends.fromY;
    const wholeCircle = (words.mask & XY) === 0 || isBack;
    describeArc(this.arc, words, { ...ends, wholeCircle });
    if (oddPlane) this.arc.valid = false;
  }
}
