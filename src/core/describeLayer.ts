import { formatMm } from './format';
import { bottomOf, type Layer, type LayerNumber } from './layers';

/** `layer 11 · the file calls it 10 · 2.04 to 2.24 mm`: number, label and heights, always together. */
export function describeLayer(layer: Layer): string {
  const label = layer.label === null ? '' : ` · labelled ${layer.label} in the file`;
  return `layer ${layer.number}${label} · ${formatMm(bottomOf(layer))} to ${formatMm(layer.z)} mm`;
}

/** Where a swap comes: at a layer's start, or where something of the layer is printed already. */
export interface SwapPlace {
  readonly layer: LayerNumber;
  readonly inside: boolean;
}

/** `before layer 9`, or `in layer 9`. */
export function swapPlace({ layer, inside }: { layer: number; inside: boolean }): string {
  return `${inside ? 'in' : 'before'} layer ${layer}`;
}

/** `Layers 11 to 25`, or `Layer 40`. */
export function layerRange({ first, last }: { first: number; last: number }): string {
  return first === last ? `Layer ${first}` : `Layers ${first} to ${last}`;
}
