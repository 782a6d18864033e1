import type { LineIndex } from '../gcode/lines/lineIndex';
import { layerNumber, type LayerNumber } from '../layers';

/** A stretch of the input that is one sliced file: all of it, unless several are printed together. */
export interface SourceSpan {
  /** The file's name; empty for the only one. */
  readonly name: string;
  /** SHA-256 of its bytes; empty for the only one. */
  readonly fingerprint: string;
  /** Its first byte and the one after its last, and its first line, in the input. */
  readonly start: number;
  readonly end: number;
  readonly firstLine: number;
  /** Its sections: places among the print's. */
  readonly firstSection: number;
  readonly endSection: number;
  /** How many of them, at their beginning, are a skirt, which only the file that is printed first keeps. */
  readonly leadIns: number;
  /** Finds its lines: see `LineIndex`. */
  readonly lineIndex: LineIndex;
  /** The print's layer by the file's own one, whose number is the place plus 1. */
  readonly layerOf: readonly LayerNumber[];
}

/** The only file of a print. */
export function wholeSource(
  bytes: number,
  sections: number,
  layers: number,
  lineIndex: LineIndex,
): SourceSpan {
  return {
    name: '',
    fingerprint: '',
    start: 0,
    end: bytes,
    firstLine: 1,
    firstSection: 0,
    endSection: sections,
    leadIns: 0,
    lineIndex,
    layerOf: Array.from({ length: layers }, (_, i) => layerNumber(i + 1)),
  };
}
