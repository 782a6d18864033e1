import { LF } from '../gcode/lines/words';

/** A line end put between two files, so that the last line of one never runs into the first of the next. */
const BETWEEN = new Uint8Array([LF]);

/** Where each file lies in an input of several. */
export interface JoinedPlaces {
  readonly starts: readonly number[];
  /** Behind the last byte of each; what is put in between belongs to none. */
  readonly ends: readonly number[];
  readonly size: number;
}

/**
 * Lays files one behind another.
 * @param files how long each is, and its last byte.
 * @param put is given the pieces of the whole, in order: the place of a file, or the bytes between two.
 */
export function layFiles(
  files: readonly { readonly size: number; readonly last: number | undefined }[],
  put: (piece: number | Uint8Array) => void,
): JoinedPlaces {
  const starts: number[] = [];
  const ends: number[] = [];
  let size = 0;
  files.forEach((file, i) => {
    starts.push(size);
    put(i);
    size += file.size;
    ends.push(size);
    if (i === files.length - 1 || file.last === LF) return;
    put(BETWEEN);
    size += BETWEEN.length;
  });
  return { starts, ends, size };
}

/** Files as one input in memory. */
export function joinBytes(files: readonly Uint8Array[]): JoinedPlaces & { bytes: Uint8Array } {
  const parts: Uint8Array[] = [];
  const places = layFiles(
    files.map((file) => ({ size: file.length, last: file.at(-1) })),
    (piece) => parts.push(typeof piece === 'number' ? files[piece] : piece),
  );
  const bytes = new Uint8Array(places.size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return { ...places, bytes };
}
