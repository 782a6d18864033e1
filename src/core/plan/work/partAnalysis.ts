import { findSteps } from '../../geometry/steps';
import type { PrintAnalysis } from '../../print/analysis';
import type { Print } from '../../print/print';
import type { SectionPicture } from '../../read/sectionPicture';

/**
 * What planning needs to know of one part of a print: its own steps, and what shows of it layer by layer. A step
 * of the part need not be one of the whole print, and the other way round.
 * @param parts the part of each section, in file order.
 */
export function partAnalysis(
  { sections, layers }: Pick<Print, 'sections' | 'layers'>,
  parts: readonly string[],
  part: string,
  picture: SectionPicture,
): PrintAnalysis {
  const shown = (areas: Float64Array): Float64Array => {
    const ofLayer = new Float64Array(layers.length + 1);
    sections.forEach(({ layer }, i) => {
      if (parts[i] === part) ofLayer[layer] += areas[i] ?? 0;
    });
    return ofLayer;
  };
  const summed = (areas: Float64Array): Float64Array => {
    let sum = 0;
    return areas.map((area) => (sum += area));
  };
  const above = shown(picture.above);
  const largest = above.reduce((sum, area) => sum + area, 0);
  const printed = new Set(sections.flatMap(({ layer }, i) => (parts[i] === part ? [layer] : [])));
  const own = layers
    .filter(({ number }) => printed.has(number))
    // All that is seen of the part is what its steps are measured by.
    .map((layer) => ({ ...layer, exposedMm2: above[layer.number], footprintMm2: largest }));
  return {
    steps: findSteps(own, 0),
    shapes: new Map(),
    surface: { above: summed(above), below: summed(shown(picture.below)) },
    objects: 1,
  };
}
