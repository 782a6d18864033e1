import { layerNumber, type LayerNumber } from '../gcode/layers';
import type { LevelPlace } from '../gcode/levels';

/**
 * The smallest piece of a print that is printed in one go: without a change of height or tool, and
 * without a stop inside.
 */
export interface Section extends LevelPlace {
  readonly layer: LayerNumber;
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

/** A print's sections in file order, and where those of a layer begin. */
export interface SectionedPrint {
  readonly sections: readonly Section[];
  /**
   * Slot of the first section of each layer, and behind the last layer how many slots there are. Slots
   * count what primes the nozzle before layer 1 as well; `sections` does not hold it.
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

/** The sections of a layer, in file order; none beyond the last layer. */
export function sectionsOf(print: SectionedPrint, layer: LayerNumber): readonly Section[] {
  const { sections, firstSections } = print;
  const [priming] = firstSections;
  const end = firstSections[layer];
  return end === undefined ? [] : sections.slice(firstSections[layer - 1] - priming, end - priming);
}
