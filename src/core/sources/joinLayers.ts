import type { SlicedLayer } from '../read/slicedFile';
import { HAIR, ROUNDING } from '../tolerances';
import { layerNumber, type LayerNumber } from '../layers';

/** Layers of several files that are printed together, by height. */
export interface JoinedLayers {
  /** Height of each, rising, machine mm. */
  readonly heights: readonly number[];
  /** For each file, the joined layer of each of its own. */
  readonly layerOf: readonly (readonly LayerNumber[])[];
}

/** Puts layers of one height together. */
export function layersByHeight(
  files: readonly (readonly Pick<SlicedLayer, 'z'>[])[],
): JoinedLayers {
  const all = files.flatMap((layers) => layers.map(({ z }) => z)).sort((a, b) => a - b);
  const heights: number[] = [];
  for (const z of all) {
    const last = heights.at(-1);
    if (last === undefined || z > last + HAIR) heights.push(z);
  }
  const layerOf = files.map((layers) =>
    layers.map(({ z }) => layerNumber(heights.findLastIndex((one) => one <= z + ROUNDING) + 1)),
  );
  return { heights, layerOf };
}

/** What a joined layer cannot say of itself, since its files differ in it. */
export interface LayerAreas {
  readonly exposedMm2: number;
  readonly spanMm2: number;
}

/**
 * A joined layer of the layers that it holds, in the order of their files.
 * @param below height of the joined layer below; null for the lowest.
 */
export function joinedLayer(
  number: LayerNumber,
  members: readonly SlicedLayer[],
  below: number | null,
  { exposedMm2, spanMm2 }: LayerAreas,
): SlicedLayer {
  const [first] = members;
  const sum = (of: (layer: SlicedLayer) => number): number =>
    members.reduce((total, layer) => total + of(layer), 0);
  const own = Math.max(...members.map(({ thickness }) => thickness));
  return {
    ...first,
    number,
    // What one file calls it is nothing to another.
    label: members.length === 1 ? first.label : null,
    thickness: below === null ? own : Math.min(own, first.z - below),
    highest: Math.max(...members.map(({ highest }) => highest)),
    seconds: sum(({ seconds }) => seconds),
    filamentMm: sum(({ filamentMm }) => filamentMm),
    footprintMm2: sum(({ footprintMm2 }) => footprintMm2),
    exposedMm2,
    spanMm2,
    tools: [...new Set(members.flatMap(({ tools }) => tools))],
  };
}
