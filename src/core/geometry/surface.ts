import type { Layer } from '../layers';
import type { Footprint } from './footprint';

/**
 * How much of the finished surface the layers up to each one make, mm²: entry n is the sum over
 * layers 1 to n, entry 0 is 0. A skirt is no part of it.
 */
export interface Surface {
  readonly above: Float64Array;
  readonly below: Float64Array;
}

/** A part of the finished surface, 0 to 1. */
export interface SeenShare {
  readonly above: number;
  readonly below: number;
}

/** Measures what shows from above and from below, layer by layer. */
export function surfaceOf(
  footprint: Footprint,
  layers: readonly Layer[],
  skirtMm2: number,
): Surface {
  const cellArea = footprint.cellMm ** 2;
  const lowest = new Float64Array(layers.length + 1);
  for (const layer of footprint.low) lowest[layer]++;
  const above = new Float64Array(layers.length + 1);
  const below = new Float64Array(layers.length + 1);
  layers.forEach(({ exposedMm2 }, i) => {
    above[i + 1] = above[i] + exposedMm2 - (i === 0 ? skirtMm2 : 0);
    below[i + 1] = below[i] + lowest[i + 1] * cellArea;
  });
  return { above, below };
}

/** Surface seen from above that layers `first` to `last` make, mm². */
export function seenFromAbove({ above }: Surface, first: number, last: number): number {
  return above[last] - above[first - 1];
}

/** The part of the surface that layers `first` to `last` make, from above and from below. */
export function seenShare(surface: Surface, first: number, last: number): SeenShare {
  const share = (sums: Float64Array): number => {
    const total = sums[sums.length - 1];
    return total > 0 ? (sums[last] - sums[first - 1]) / total : 0;
  };
  return { above: share(surface.above), below: share(surface.below) };
}
