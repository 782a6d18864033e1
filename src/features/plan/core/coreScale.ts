import { scaleLinear } from 'd3-scale';
import { bottomOf, type Layer } from '@/core/layers';
import type { Step } from '@/core/geometry/steps';

/** Room above and below the core, px. */
const PADDING = 14;

/** A part of the print's height, as shares of it. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

const WHOLE: Span = { from: 0, to: 1 };

/** Heights in mm to rows on the screen and back; height grows upwards. */
export interface CoreScale {
  readonly y: (z: number) => number;
  readonly z: (y: number) => number;
  /** Round heights for the ruler, mm. */
  readonly ticks: readonly number[];
}

/**
 * @param topZ height of the print, mm.
 * @param height of the drawing, px.
 * @param span the part of the print that is shown, as shares of its height.
 */
export function coreScale(topZ: number, height: number, span: Span = WHOLE): CoreScale {
  const top = Math.max(topZ, 0.1);
  const scale = scaleLinear([span.from * top, span.to * top], [height - PADDING, PADDING]);
  return {
    y: (z) => scale(z),
    z: (y) => scale.invert(y),
    ticks: scale.ticks(Math.max(2, Math.floor(height / 60))),
  };
}

/** The layer printed at a height; the first or the last beyond the ends. */
export function layerAtHeight(layers: readonly Layer[], z: number): Layer {
  return layers.find((layer) => z < layer.z) ?? layers[layers.length - 1];
}

/** How near to a step a dragged flag jumps onto it, px. */
const STEP_PULL = 9;

/**
 * The layer that a flag dropped at row `y` comes before: the nearest layer start, or a step when
 * one is near. Never layer 1, which is no swap.
 */
export function layerForFlag(
  layers: readonly Layer[],
  steps: readonly Step[],
  scale: CoreScale,
  y: number,
): Layer | null {
  const step = steps.find((one) => Math.abs(scale.y(one.z) - y) < STEP_PULL);
  if (step) return layers[step.layer - 1];
  let best: Layer | null = null;
  let distance = Infinity;
  for (const layer of layers.slice(1)) {
    const apart = Math.abs(scale.y(bottomOf(layer)) - y);
    if (apart < distance) [best, distance] = [layer, apart];
  }
  return best;
}

/** Pushes rows apart until each has `room` px, keeping their order (falling rows, as heights rise). */
export function spreadRows(rows: readonly number[], room: number, lowest: number): number[] {
  const spread: number[] = [];
  let limit = lowest;
  for (const row of rows) {
    const placed = Math.min(row, limit);
    spread.push(placed);
    limit = placed - room;
  }
  return spread;
}

/**
 * Layer numbers for the right ruler: about one every 40 px, at round steps.
 * @param height of the whole print at the present zoom, px.
 */
export function layerTicks(count: number, height: number): number[] {
  const every =
    [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => (height / count) * n >= 36) ?? 1000;
  const ticks: number[] = [1];
  for (let n = every; n <= count; n += every) if (n > 1) ticks.push(n);
  return ticks;
}

/** The layers of which a part is in sight. */
export function layersIn(
  layers: readonly Layer[],
  { z }: CoreScale,
  height: number,
): readonly Layer[] {
  const [top, bottom] = [z(0), z(height)];
  return layers.filter((layer) => layer.z >= bottom && bottomOf(layer) <= top);
}
