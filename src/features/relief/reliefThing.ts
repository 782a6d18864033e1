import type { HandLamp, HandThing } from '@/base/pictures/HandScene';
import { layerPaint, type HandPaint } from '@/base/pictures/handPaint';
import { lampDepth, looksOf, opticalDepths } from '@/core/filament/look';
import type { Footprint } from '@/core/geometry/footprint';
import { reliefLayers, thicknessOf, topOfLayer } from '@/core/relief/drawing';
import { reliefPalette } from '@/core/relief/reliefPlan';
import type { ShownRelief } from './useLaid';

/** A relief to be turned in the hand, in its colours and backlit. */
export function reliefThing(
  { order, stack, view }: ShownRelief,
  corners: Float32Array<ArrayBuffer>,
): { readonly thing: HandThing; readonly paint: HandPaint; readonly lamp: HandLamp } {
  const heights = reliefLayers(order.drawing);
  const layers = Array.from({ length: heights.count }, (_, i) => ({
    z: topOfLayer(heights, i + 1),
    thickness: thicknessOf(heights, i + 1),
  }));
  const palette = reliefPalette(stack, order.spools);
  let first = 1;
  const bands = stack.map(({ spool, layers: count }) => {
    const { id } = order.spools[spool];
    const filament = palette.find(({ spoolId }) => spoolId === id)!;
    const band = { filament, first, last: first + count - 1 };
    first += count;
    return band;
  });
  const footprint = footprintOf(view);
  const depths = opticalDepths(bands, layers);
  return {
    thing: { surface: { corners }, footprint, layers },
    paint: layerPaint(looksOf(bands, layers, 'above')),
    lamp: { depths, lamp: lampDepth(footprint, depths) },
  };
}

/** Which layers stand in each square: rows run from the front there, and from the back here. */
function footprintOf({ laid: { grid }, cellMm }: ShownRelief['view']): Footprint {
  const { columns, rows } = grid;
  const top = new Uint16Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    const from = (rows - 1 - row) * columns;
    top.set(grid.layers.subarray(from, from + columns), row * columns);
  }
  const low = top.map((layer) => (layer === 0 ? 0 : 1));
  return { cellMm, originX: 0, originY: 0, columns, rows, top, low };
}
