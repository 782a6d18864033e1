import { MOST_LEVELS } from '../geometry/footprint';

/** Heights count as the same within this, mm: less than any printer moves. */
export const SAME_HEIGHT = 0.002;

/** Layers of one thickness over a first one, mm, as many as a height needs. */
export interface LayerGrid {
  readonly first: number;
  readonly height: number;
  readonly count: number;
}

/** The layers of a print: each prints where the model stands at the layer's middle. */
export function layerGrid(top: number, first: number, height: number): LayerGrid {
  const count = layersBelow({ first, height, count: MOST_LEVELS }, top);
  return { first, height, count };
}

/** Height of a layer's top, mm; layers count from 1. */
export function topOf({ first, height }: LayerGrid, layer: number): number {
  return round(first + (layer - 1) * height);
}

/** Height of a layer's middle, mm. */
export function middleOf({ first, height }: LayerGrid, layer: number): number {
  return layer === 1 ? first / 2 : first + (layer - 1.5) * height;
}

/** How many layers have their middle below a height. */
export function layersBelow({ first, height, count }: LayerGrid, z: number): number {
  if (z <= first / 2) return 0;
  return Math.min(count, Math.max(1, Math.ceil((z - first) / height + 0.5 - 1e-9)));
}

/** Nine digits are as many as layers need, and hide what adding up leaves. */
const round = (value: number): number => Number(value.toFixed(6));
