import type { Footprint } from '../geometry/footprint';
import type { PrintAnalysis } from '../print/analysis';
import type { SlicedFile } from './slicedFile';

/** Rises whenever reading a file brings something else than before: what was kept is then read again. */
export const READER_VERSION = 6;

/** What a reading depends on besides the file's bytes and the reader. */
export interface ReadingKey {
  /** SHA-256 of the G-code. */
  readonly fingerprint: string;
  /** Of the printer: what it changes in a reading, times left out. */
  readonly printer: string;
}

/** A reading and what was made of it, as few large columns of numbers, to be stored and read again. */
export interface KeptReading extends ReadingKey {
  readonly version: number;
  /** Sum over all columns and `rest`. */
  readonly check: number;
  /** One row a layer: its own numbers, then those of its state, then its row of `settings`. */
  readonly layers: Float64Array<ArrayBuffer>;
  /** One row a section: its own numbers, then its state as in `layers`. */
  readonly sections: Float64Array<ArrayBuffer>;
  /** The firmware's settings in the states, each set once. */
  readonly settings: Float64Array<ArrayBuffer>;
  readonly lineIndex: Float64Array<ArrayBuffer>;
  /** Line, offset, which setting, value and whether it waits, of each setting line. */
  readonly settingLines: Float64Array<ArrayBuffer>;
  readonly top: Uint16Array<ArrayBuffer>;
  readonly low: Uint16Array<ArrayBuffer>;
  readonly skirtCells: Uint32Array<ArrayBuffer>;
  readonly firstSections: Uint32Array<ArrayBuffer>;
  readonly above: Float64Array<ArrayBuffer>;
  readonly below: Float64Array<ArrayBuffer>;
  /** All that is small. */
  readonly rest: Rest;
}

/** What of a reading is small. `Omit` keeps this honest: a new field of a reading is kept by itself. */
type SmallReading = Omit<
  SlicedFile,
  | 'layers'
  | 'sections'
  | 'footprint'
  | 'lineIndex'
  | 'settingLines'
  | 'skirtCells'
  | 'firstSections'
  | 'sources'
>;
export interface Rest {
  readonly reading: SmallReading;
  readonly footprint: Omit<Footprint, 'top' | 'low'>;
  readonly labels: readonly (string | null)[];
  readonly tools: readonly (readonly number[])[];
  readonly steps: PrintAnalysis['steps'];
  readonly shapes: readonly (readonly [number, number])[];
  readonly objects: number;
  /** Settings with names in the states, each set once. */
  readonly named: readonly string[];
  /** Numbers of one row of `settings`. */
  readonly settingSlots: number;
}

/** A reading without the sum over it. */
export type Columns = Omit<KeptReading, 'check'>;

/** Its large columns, always in the same order. */
export function columnsOf(kept: Columns) {
  const { layers, sections, settings, lineIndex, settingLines } = kept;
  const { top, low, skirtCells, firstSections, above, below } = kept;
  const small = [layers, sections, settings, lineIndex, settingLines, skirtCells, firstSections];
  return [...small, top, low, above, below];
}

/** Its buffers, to be handed on instead of copied. */
export function buffersOf(kept: KeptReading): ArrayBuffer[] {
  return columnsOf(kept).map(({ buffer }) => buffer);
}
