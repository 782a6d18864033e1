import type { Band } from '@/core/plan/work/bands';

/** `Layers 11 to 25`, or `Layer 40`. */
export function bandLayers({ first, last }: Pick<Band, 'first' | 'last'>): string {
  return first === last ? `Layer ${first}` : `Layers ${first} to ${last}`;
}
