import { layerNumber, type LayerNumber } from '../gcode/layers';
import type { LineIndex } from '../gcode/lineIndex';
import type { LevelPlace } from '../gcode/levels';

/**
 * The smallest piece of a print that is printed in one go: without a change of height or tool, and
 * without a stop inside.
 */
export interface Section extends LevelPlace {
  /** Which of the files that are printed together it belongs to, from 0. */
  readonly source: number;
  readonly layer: LayerNumber;
  /** How far its lines lie above what is below, mm. */
  readonly thickness: number;
  readonly tool: number;
  /** Height of the nozzle, machine mm: not the layer's where a purge block has heights of its own. */
  readonly z: number;
  /** Offset after the last extruding line, and that line's number. */
  readonly endOffset: number;
  readonly endLine: number;
  readonly seconds: number;
  /** Filament that stays, mm. */
  readonly filamentMm: number;
}

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
  /** Its sections: places among the reading's. */
  readonly firstSection: number;
  readonly endSection: number;
  /** How many of them, at their beginning, are a skirt, which only the file that is printed first keeps. */
  readonly leadIns: number;
  /** Finds its lines: see `LineIndex`. */
  readonly lineIndex: LineIndex;
  /** The print's layer by the file's own one, whose number is the place plus 1. */
  readonly layerOf: readonly LayerNumber[];
}

/** A print's sections in file order, and where those of a layer begin. */
export interface SectionedPrint {
  readonly sections: readonly Section[];
  readonly sources: readonly SourceSpan[];
  /**
   * Slot of the first section of each layer, and behind the last layer how many slots there are. Slots
   * count what primes the nozzle before layer 1 as well; `sections` does not hold it. Empty where several
   * files are printed together: their layers are spread over them.
   */
  readonly firstSections: Uint32Array<ArrayBuffer>;
}

/**
 * Makes the sections of all layers.
 * @param make is given the layer, the section's slot, and its place among those of the layers.
 */
export function sectionsBySlot(
  firstSections: Uint32Array,
  make: (layer: LayerNumber, slot: number, place: number) => Section,
): Section[] {
  const all: Section[] = [];
  for (let n = 1; n < firstSections.length; n++) {
    const layer = layerNumber(n);
    for (let slot = firstSections[n - 1]; slot < firstSections[n]; slot++) {
      all.push(make(layer, slot, all.length));
    }
  }
  return all;
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

/** Places among the sections of those of a layer, in file order. */
export function placesOfLayer(
  { sections, firstSections }: SectionedPrint,
  layer: number,
): number[] {
  if (firstSections.length === 0) {
    return sections.flatMap((one, i) => (one.layer === layer ? [i] : []));
  }
  const [priming] = firstSections;
  const [from, end] = [firstSections[layer - 1], firstSections[layer]];
  return end === undefined ? [] : Array.from({ length: end - from }, (_, i) => from - priming + i);
}

/** The sections of a layer, in file order; none beyond the last layer. */
export function sectionsOf(print: SectionedPrint, layer: LayerNumber): readonly Section[] {
  return placesOfLayer(print, layer).map((place) => print.sections[place]);
}
