import { chunksOf, type ByteSource } from '../byteSource';
import { Effect } from '../gcode/effect';
import { FreshStarts, laterStarts } from '../gcode/freshStarts';
import { LineStream } from '../gcode/lines/lineStream';
import { Machine } from '../gcode/machine';
import { obeyLines } from '../gcode/obey';
import { Words } from '../gcode/lines/words';
import { filamentArea } from '../geometry/lineWidth';
import { forEachPiece, hasPrinted, printedWidth, type OnPiece } from '../geometry/movePieces';
import type { SlicedFile } from './slicedFile';

/**
 * A straight piece of a section's path, machine mm; `width` is that of the printed line, 0 for a move
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

/** Told every line of the file, from `at` on in `bytes`, `offset` in the file. */
export type OnLine = (words: Words, bytes: Uint8Array, at: number, offset: number) => void;

/**
 * Follows a file once more and hands on every move of every section, from the un-retract of the filament to
 * the last printed line. What leads from one section to the next is none of them.
 * @param filamentDiameter mm.
 */
export async function forEachSectionMove(
  input: ByteSource,
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  filamentDiameter: number,
  onMove: OnSectionMove,
  onLine?: OnLine,
): Promise<void> {
  let machine = new Machine();
  const words = new Words();
  const area = filamentArea(filamentDiameter);
  let at = 0;
  const onPiece: OnPiece = (x0, y0, x1, y1) => onMove(at, x0, y0, x1, y1, width);
  let width = 0;
  const stream = new LineStream((bytes, end, base) => {
    const after = (effect: Effect, start: number): void => {
      const offset = base + start;
      onLine?.(words, bytes, start, offset);
      if (effect !== Effect.Line && effect !== Effect.Curve) return;
      while (at < sections.length && offset >= sections[at].endOffset) at++;
      if (at === sections.length || offset < sections[at].restartOffset) return;
      const { fromX, fromY, x, y } = machine;
      const printed = hasPrinted(effect, machine);
      if (!printed && fromX === x && fromY === y) return;
      if (!Number.isFinite(x + y + fromX + fromY)) return;
      width = printed ? printedWidth(effect, machine, sections[at].thickness, area) : 0;
      forEachPiece(effect, machine, onPiece);
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
