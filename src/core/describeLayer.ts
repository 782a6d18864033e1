import { formatMm } from './format';
import { bottomOf, type Layer } from './layers';

/** `layer 11 · the file calls it 10 · 2.04 to 2.24 mm`: number, label and heights, always together. */
export function describeLayer(layer: Layer): string {
  const label = layer.label === null ? '' : ` · the file calls it ${layer.label}`;
  return `layer ${layer.number}${label} · ${formatMm(bottomOf(layer))} to ${formatMm(layer.z)} mm`;
}
