import { filamentArea } from '../geometry/lineWidth';
import type { LayerCuts } from './cuts';
import { type LayerGrid } from './layerGrid';

/** What is supposed of how a model will be sliced; ordinary values of a hobby printer. */
export const ROUGHLY = {
  /** Mm. */
  lineWidth: 0.45,
  /** Lines along every outline. */
  outlines: 2,
  /** Closed layers over and under a surface. */
  solidLayers: 3,
  /** How much of the inside is filled, 0 to 1. */
  fill: 0.15,
  /** Mm/s along outlines, in fill, and on the first layer. */
  outlineSpeed: 40,
  fillSpeed: 55,
  firstSpeed: 22,
  /** Part of the time that goes into travel and corners. */
  travel: 0.12,
  /** S until the bed and the nozzle are hot. */
  heating: 170,
} as const;

/** Time (s) and filament (mm) of every layer, by layer index, as far as a model tells. */
export interface RoughLayers {
  readonly seconds: Float64Array;
  readonly filamentMm: Float64Array;
}

/** Surfaces that end and begin at each layer, mm², by layer index. */
export interface LayerSurfaces {
  readonly exposed: readonly number[];
  readonly begins: readonly number[];
}

/**
 * Estimates what each layer takes: outlines by their length, closed fill near surfaces, open fill elsewhere.
 * Only a sliced file knows better.
 * @param filamentDiameter mm.
 */
export function roughLayers(
  { area, outline }: LayerCuts,
  { exposed, begins }: LayerSurfaces,
  grid: LayerGrid,
  filamentDiameter: number,
): RoughLayers {
  const seconds = new Float64Array(grid.count);
  const filamentMm = new Float64Array(grid.count);
  const { lineWidth, outlines, solidLayers, fill } = ROUGHLY;
  for (let i = 0; i < grid.count; i++) {
    const thickness = i === 0 ? grid.first : grid.height;
    const walls = Math.min(area[i], outline[i] * outlines * lineWidth);
    const inside = area[i] - walls;
    let surface = 0;
    for (let k = 0; k < solidLayers; k++) surface += (exposed[i + k] ?? 0) + (begins[i - k] ?? 0);
    const closed = area[i] > 0 ? Math.min(1, surface / area[i]) * inside : 0;
    const filled = closed + (inside - closed) * fill;
    filamentMm[i] = ((walls + filled) * thickness) / filamentArea(filamentDiameter);
    const [slow, quick] =
      i === 0
        ? [ROUGHLY.firstSpeed, ROUGHLY.firstSpeed]
        : [ROUGHLY.outlineSpeed, ROUGHLY.fillSpeed];
    const moving = walls / lineWidth / slow + filled / lineWidth / quick;
    seconds[i] = moving * (1 + ROUGHLY.travel);
  }
  return { seconds, filamentMm };
}
