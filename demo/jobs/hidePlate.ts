import { writeGcode } from '../generator/gcodeWriter';
import { sliceModel, type Solid } from '../generator/layerPaths';
import { cut, roundedRectangle, stroke, type Area } from '../../src/core/draw/areas';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Heights at which the plate changes, mm: whole layers of 0.2 over a first layer of 0.24. */
export const HIDE_PLATE = { base: 2.04, border: 5.04, number: 8.04, firstLayer: 0.24, layer: 0.2 };

const WIDTH = 84;
const HEIGHT = 56;
const LEFT = 110 - WIDTH / 2;
const FRONT = 110 - HEIGHT / 2;

/** The figure 7 with a bar, in the middle of the plate. */
function seven(): Area {
  const at = (x: number, y: number): [number, number] => [LEFT + x, FRONT + y];
  return stroke([at(31, 43), at(53, 43), at(40, 13)], 6);
}

/** The plate as it is drawn: a base, a raised border and a number that stands out further. */
export function hidePlateSolids(): Solid[] {
  const outer = roundedRectangle(LEFT, FRONT, WIDTH, HEIGHT, 6);
  const inner = roundedRectangle(LEFT + 5, FRONT + 5, WIDTH - 10, HEIGHT - 10, 3);
  return [
    { area: outer, from: 0, to: HIDE_PLATE.base },
    { area: cut(outer, inner), from: HIDE_PLATE.base, to: HIDE_PLATE.border },
    { area: seven(), from: HIDE_PLATE.base, to: HIDE_PLATE.number },
  ];
}

/**
 * The number plate of a bird hide, sliced.
 * @param layerHeight of the slice, mm; its steps are at whole layers for 0.2 and 0.3.
 */
export function makeHidePlate(layerHeight: number = HIDE_PLATE.layer): string {
  const layers = sliceModel(hidePlateSolids(), {
    ...ORDINARY_SLICING,
    firstLayer: HIDE_PLATE.firstLayer,
    layerHeight,
    skirt: 5,
  });
  return writeGcode(layers, {
    title: 'Hide plate 7, Quillmarsh',
    ...ORDINARY_WRITING,
    layerComment: (index, layer, count) => [`; layer ${index} of ${count}, z = ${layer.z}`],
  });
}
