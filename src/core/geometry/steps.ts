import { bottomOf, type Layer, type LayerNumber } from '../layers';

/** A layer at whose start much of the layer below becomes finished surface. */
export interface Step {
  /** The layer that a swap would come before. */
  readonly layer: LayerNumber;
  /** Height where it starts, machine mm: the surface that stays visible. */
  readonly z: number;
  /** Area of the layer below that stays visible, mm². */
  readonly exposedMm2: number;
  /** That area over the largest footprint, 0 to 1. */
  readonly share: number;
}

/** Smallest share of the largest footprint that makes a step. */
const LEAST_SHARE = 0.02;
/** A step exposes this many times what its neighbours typically do. */
const TIMES_NEIGHBOURS = 3;
/** Layers looked at to each side. */
const NEIGHBOURS = 4;

/**
 * Finds the steps: layers whose predecessor exposes a large area compared with the layers around
 * it. Slopes and domes expose a similar sliver on every layer and give none; the surface on top of
 * the whole print is no step, since nothing follows, and a skirt on layer 1 is no surface.
 */
export function findSteps(layers: readonly Layer[], skirtMm2: number): Step[] {
  const largest = layers.reduce((most, layer) => Math.max(most, layer.footprintMm2), 0);
  const steps: Step[] = [];
  for (let i = 0; i + 1 < layers.length; i++) {
    const exposed = layers[i].exposedMm2 - (i === 0 ? skirtMm2 : 0);
    if (exposed < LEAST_SHARE * largest) continue;
    if (exposed < TIMES_NEIGHBOURS * typicalAround(layers, i)) continue;
    steps.push({
      layer: layers[i + 1].number,
      z: bottomOf(layers[i + 1]),
      exposedMm2: exposed,
      share: exposed / largest,
    });
  }
  return steps;
}

/** Median exposure of the layers around `i`, mm²; the print's own top does not count. */
function typicalAround(layers: readonly Layer[], i: number): number {
  const from = Math.max(0, i - NEIGHBOURS);
  const to = Math.min(layers.length - 2, i + NEIGHBOURS);
  const around: number[] = [];
  for (let k = from; k <= to; k++) if (k !== i) around.push(layers[k].exposedMm2);
  around.sort((a, b) => a - b);
  return around.length === 0 ? 0 : around[around.length >> 1];
}
