import { writeGcode } from '../generator/gcodeWriter';
import { sliceModel, type Solid } from '../generator/layerPaths';
import {
  blob,
  cut,
  grow,
  overlap,
  roundedRectangle,
  stroke,
  type Area,
} from '../../src/core/draw/areas';
import { join } from '../generator/join';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Tops of the five bands of the relief, mm: water, mud, reed, meadow, dyke. */
export const MARSH_TOPS = [1.2, 2, 3.2, 4.4, 6] as const;

const LAYER = 0.2;
const X = 66;
const Y = 74;

/** An area that shrinks as it rises, layer by layer, like a bank: `slope` mm inwards per mm up. */
function bank(area: Area, from: number, to: number, slope: number): Solid[] {
  const solids: Solid[] = [];
  for (let z = from; z < to - 1e-9; z += LAYER) {
    solids.push({ area: grow(area, -(z - from) * slope), from: z, to: z + LAYER });
  }
  return solids;
}

/** An elevation map of the marsh: a creek through mud, reed beds, a meadow, and the dyke. */
export function marshReliefSolids(): Solid[] {
  const at = (x: number, y: number): [number, number] => [X + x, Y + y];
  const tile = roundedRectangle(X, Y, 88, 72, 3);
  const creek = join(
    stroke([at(-5, 20), at(18, 26), at(34, 18), at(52, 30), at(70, 24), at(95, 38)], 9),
    blob([at(20, 8), at(44, 4), at(50, 18), at(30, 26), at(16, 20)], 4),
  );
  const mud = cut(tile, creek);
  const reed = overlap(
    grow(mud, -2),
    join(
      blob([at(4, 36), at(40, 40), at(84, 48), at(86, 70), at(4, 70)], 5),
      blob([at(56, 3), at(84, 4), at(84, 20), at(64, 16)], 4),
    ),
  );
  const meadow = blob([at(10, 50), at(38, 52), at(60, 58), at(80, 60), at(80, 67), at(8, 67)], 4);
  const dyke = stroke([at(10, 62), at(34, 61), at(58, 64), at(78, 64)], 5.5);
  const [water, mudTop, reedTop, meadowTop, dykeTop] = MARSH_TOPS;
  return [
    { area: tile, from: 0, to: water },
    ...bank(mud, water, mudTop, 0.9),
    ...bank(reed, mudTop, reedTop, 0.9),
    ...bank(meadow, reedTop, meadowTop, 0.8),
    ...bank(dyke, meadowTop, dykeTop, 0.6),
  ];
}

/** The marsh, sliced. */
export function makeMarshRelief(): string {
  const layers = sliceModel(marshReliefSolids(), {
    ...ORDINARY_SLICING,
    solidLayers: 2,
    sparseSpacing: 3.5,
    skirt: 4,
  });
  return writeGcode(layers, {
    title: 'Marsh relief tile, Quillmarsh',
    ...ORDINARY_WRITING,
    speeds: { first: 25, print: 70, travel: 160 },
    retract: { mm: 1, speed: 40, hop: 0.4 },
    temperatures: { nozzle: 210, bed: 60 },
    extrusion: 'relative',
    layerComment: (_, layer) => ['; next layer', `; z = ${layer.z}`],
  });
}
