import type { ArcGeometry } from '../gcode/arc';

/** Largest distance between an arc and the chords it is drawn with, mm. */
const CHORD_ERROR = 0.02;

/** Length along an arc, mm. */
export function arcLength(arc: ArcGeometry): number {
  return Math.abs(arc.sweep) * arc.radius;
}

/** Directions of travel at the start and at the end of an arc, as unit vectors. */
export function arcDirections({ from, sweep }: ArcGeometry): [[number, number], [number, number]] {
  const turn = Math.sign(sweep);
  const at = (angle: number): [number, number] => [-Math.sin(angle) * turn, Math.cos(angle) * turn];
  return [at(from), at(from + sweep)];
}

/** Cuts an arc into chords and hands each to `chord`, from start to end. */
export function forEachChord(
  arc: ArcGeometry,
  chord: (x0: number, y0: number, x1: number, y1: number) => void,
): void {
  const ratio = Math.min(1, CHORD_ERROR / Math.max(arc.radius, CHORD_ERROR));
  const step = 2 * Math.acos(1 - ratio);
  const pieces = Math.max(1, Math.ceil(Math.abs(arc.sweep) / step));
  let x = arc.centreX + arc.radius * Math.cos(arc.from);
  let y = arc.centreY + arc.radius * Math.sin(arc.from);
  for (let i = 1; i <= pieces; i++) {
    const angle = arc.from + (arc.sweep * i) / pieces;
    const nextX = arc.centreX + arc.radius * Math.cos(angle);
    const nextY = arc.centreY + arc.radius * Math.sin(angle);
    chord(x, y, nextX, nextY);
    x = nextX;
    y = nextY;
  }
}
