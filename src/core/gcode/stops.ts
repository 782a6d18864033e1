import type { Layer } from '../layers';
import type { PrintedPlace } from './levels/levels';
import { textOfBytes } from '../text';
import { firstIndex } from '../search';
import { lineEndFrom } from './lines/scan';
import type { Words } from './lines/words';

/** A command of the file itself that makes the printer wait for a person. */
export interface FoundStop {
  /** Line in the file, from 1. */
  readonly line: number;
  /** As written, without its comment: `M600`, `M0 Change filament`, `PAUSE`. */
  readonly command: string;
  /**
   * Where it belongs. `before`: between the last extrusion of one layer and the first of `layer`.
   * `inside`: between two lines of `layer`, where only the file itself can have a stop.
   */
  readonly place: 'before' | 'inside';
  /** Null after the last extrusion. */
  readonly layer: number | null;
  /** Byte offset of its line. */
  readonly offset: number;
  /** What it shows to whoever stands by: its own text, or the message before it; null for nothing. */
  readonly says: string | null;
}

/** A stop while the file is being read; its layer is not known yet. */
export type StopAt = Omit<FoundStop, 'layer' | 'place'>;

/** The line at `start` as the file writes it: without comment, line number and checksum. */
export function commandText(words: Words, bytes: Uint8Array, start: number): string {
  const commented = words.commentStart >= 0 && bytes[words.commentStart - 1] === 59;
  const end = commented ? words.commentStart - 1 : lineEndFrom(bytes, start, bytes.length);
  const text = textOfBytes(bytes.subarray(start, end)).trim();
  return words.lineNumber < 0 ? text : text.replace(/^N\d+\s*/i, '').replace(/\s*\*\d+$/, '');
}

/** A text behind the code of a stop, as `Ochre` in `M0 Ochre`; null for none, and for parameters. */
export function textOfStop(command: string): string | null {
  const text = /^M[01]\s+(.*)$/i.exec(command)?.[1].trim() ?? '';
  return text === '' || /^[SP]\s*\d/i.test(text) ? null : text;
}

/** The layer that a stop at `offset` belongs to, and whether it stands before or inside of it. */
export function stopPlace(
  layers: readonly (Layer & PrintedPlace)[],
  offset: number,
): Pick<FoundStop, 'layer' | 'place'> {
  const index = firstIndex(layers.length, (i) => layers[i].endOffset > offset);
  const layer = layers.at(index);
  if (!layer) return { layer: null, place: 'before' };
  return { layer: layer.number, place: layer.firstOffset < offset ? 'inside' : 'before' };
}

/** A stop that may be taken for one before its layer, and so be replaced by a swap. */
export function isBeforeLayer(stop: FoundStop): boolean {
  return stop.place === 'before' && stop.layer !== null;
}
