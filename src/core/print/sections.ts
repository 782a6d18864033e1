import { layerNumber, type LayerNumber } from '../layers';

/**
 * The smallest piece of a print that is printed in one go: without a change of height or tool, and
 * without a stop inside. Of a model, which nobody has sliced yet, a whole layer.
 */
export interface Section {
  readonly layer: LayerNumber;
  /** How far its lines lie above what is below, mm. */
  readonly thickness: number;
  /** Height of the nozzle, machine mm: not the layer's where a purge block has heights of its own. */
  readonly z: number;
  readonly seconds: number;
  /** Filament that stays, mm. */
  readonly filamentMm: number;
}

/** A print's sections in the order of the file, and where those of a layer begin. */
export interface SectionedPrint<One extends Section = Section> {
  readonly sections: readonly One[];
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
export function sectionsBySlot<One extends Section>(
  firstSections: Uint32Array,
  make: (layer: LayerNumber, slot: number, place: number) => One,
): One[] {
  const all: One[] = [];
  for (let n = 1; n < firstSections.length; n++) {
    const layer = layerNumber(n);
    for (let slot = firstSections[n - 1]; slot < firstSections[n]; slot++) {
      all.push(make(layer, slot, all.length));
    }
  }
  return all;
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
  if (layer >= firstSections.length) return [];
  const [from, end] = [firstSections[layer - 1], firstSections[layer]];
  return Array.from({ length: end - from }, (_, i) => from - priming + i);
}

/** The sections of a layer, in file order; none beyond the last layer. */
export function sectionsOf<One extends Section>(
  print: SectionedPrint<One>,
  layer: LayerNumber,
): readonly One[] {
  return placesOfLayer(print, layer).map((place) => print.sections[place]);
}
