import { handMesh } from '@/core/geometry/mesh/handMesh';
import type { PlateBodies } from '@/core/draw/bodies';
import type { PlateDrawing } from '@/core/draw/plate';
import { layerGrid, topOf } from '@/core/model/layerGrid';
import { footprintOfRelief } from '@/core/model/layModel';
import { reliefOf } from '@/core/model/relief';
import type { HandThing } from '@/base/pictures/HandScene';
import { layerPaint, type HandPaint } from '@/base/pictures/handPaint';
import { colourOf } from './PlateView';

/** A plate to be turned in the hand, in its colours. */
export function plateThing(
  drawing: PlateDrawing,
  bodies: PlateBodies,
): { readonly thing: HandThing; readonly paint: HandPaint } {
  const { objects, height } = bodies;
  const grid = layerGrid(height, drawing.firstLayer, drawing.layerHeight);
  const layers = Array.from({ length: grid.count }, (_, i) => ({
    z: topOf(grid, i + 1),
    thickness: i === 0 ? grid.first : grid.height,
  }));
  const corners = new Float32Array(objects.reduce((sum, one) => sum + one.corners.length, 0));
  let at = 0;
  for (const one of objects) {
    corners.set(one.corners, at);
    at += one.corners.length;
  }
  const footprint = footprintOfRelief(reliefOf({ corners, objects: [] }), grid);
  if (drawing.arrangement === 'heights') {
    return { thing: { surface: { corners }, footprint, layers }, paint: byHeight(drawing, bodies) };
  }
  // Side by side: each cell belongs to the object that is outermost there.
  const top = new Uint16Array(footprint.top.length);
  const low = new Uint16Array(footprint.low.length);
  objects.forEach(({ corners: own }, i) => {
    const part = footprintOfRelief(reliefOf({ corners: own, objects: [] }), grid);
    const left = Math.round((part.originX - footprint.originX) / footprint.cellMm);
    const front = Math.round((part.originY - footprint.originY) / footprint.cellMm);
    for (let row = 0; row < part.rows; row++) {
      for (let column = 0; column < part.columns; column++) {
        const from = row * part.columns + column;
        const to = (row + front) * footprint.columns + column + left;
        if (part.top[from] === 0) continue;
        if (part.top[from] === footprint.top[to]) top[to] = i + 1;
        if (part.low[from] === footprint.low[to]) low[to] = i + 1;
      }
    }
  });
  const surface = handMesh(footprint, layers, { top, low });
  const colours = ['', ...objects.map(({ letter }) => colourOf(letter))];
  const walls = objects.flatMap((_, i) => new Array<string>(grid.count + 1).fill(colours[i + 1]));
  const partOf = [0, ...objects.map((_, i) => i)];
  const paint = { above: colours, below: colours, walls, partOf };
  return { thing: { surface, footprint, layers, shownTop: top }, paint };
}

function byHeight({ baseLetter }: PlateDrawing, { layers, swaps }: PlateBodies): HandPaint {
  const colours = [''];
  let letter = baseLetter;
  for (let layer = 1; layer <= layers; layer++) {
    letter = swaps.find((swap) => swap.layer === layer)?.letter ?? letter;
    colours.push(colourOf(letter));
  }
  return layerPaint(colours);
}
