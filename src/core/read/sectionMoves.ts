import { chunksOf, type ByteSource } from '../byteSource';
import { Effect } from '../gcode/effect';
import { FreshStarts, laterStarts } from '../gcode/freshStarts';
import { LineStream } from '../gcode/lineStream';
import { Machine } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/words';
import { curveLength, forEachChord } from '../geometry/arcs';
import { filamentArea, lineWidth } from '../geometry/lineWidth';
import type { Reading } from './reading';

/**
 * A straight piece of a section's way, machine mm; `width` is that of the printed line, 0 for a move
 * without filament. `section` is the place among the reading's sections.
 */
export type OnSectionMove = (
  section: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  width: number,
) => void;

/**
 * Follows a file once more and hands on every move of every section, from the push back of the filament to
 * the last printed line. What leads from one section to the next is none of them.
 * @param filamentDiameter mm.
 */
export async function forEachSectionMove(
  input: ByteSource,
  { sections, sources }: Pick<Reading, 'sections' | 'sources'>,
  filamentDiameter: number,
  onMove: OnSectionMove,
): Promise<void> {
  let machine = new Machine();
  const words = new Words();
  const area = filamentArea(filamentDiameter);
  let at = 0;
  const stream = new LineStream((bytes, end, base) => {
    const after = (effect: Effect, start: number): void => {
      if (effect !== Effect.Line && effect !== Effect.Curve) return;
      const offset = base + start;
      while (at < sections.length && offset >= sections[at].endOffset) at++;
      if (at === sections.length || offset < sections[at].restartOffset) return;
      const { fromX, fromY, x, y, curve } = machine;
      const isCurve = effect === Effect.Curve && curve.valid;
      const printed = isCurve ? machine.extrudedOnCurve : machine.extruded;
      if (!printed && fromX === x && fromY === y) return;
      const length = isCurve ? curveLength(curve) : Math.hypot(x - fromX, y - fromY);
      if (!(length < Infinity)) return;
      const { thickness } = sections[at];
      const filament = (machine.e - machine.fromE) * machine.flowFactor;
      const width = printed
        ? lineWidth(filament, length, thickness, machine.volumetricArea || area)
        : 0;
      if (!isCurve) onMove(at, fromX, fromY, x, y, width);
      else forEachChord(curve, (x0, y0, x1, y1) => onMove(at, x0, y0, x1, y1, width));
    };
    obeyLines(machine, words, bytes, end, { after });
  });
  const files = new FreshStarts(laterStarts(sources));
  for await (const chunk of chunksOf(input)) {
    for (const { bytes, fresh } of files.cut(chunk)) {
      if (fresh) machine = new Machine();
      stream.push(bytes);
    }
  }
  stream.finish();
}
