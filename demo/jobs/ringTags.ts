import { writeGcode } from '../generator/gcodeWriter';
import { writeDigits } from '../generator/digits';
import { sliceModel, type Solid } from '../generator/layerPaths';
import { cut, disc, roundedRectangle } from '../../src/core/draw/areas';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Heights of a tag, mm: plate, then rim and number. */
export const RING_TAG = {
  plate: 1.4,
  relief: 2.2,
  sizes: ['2.3', '2.8', '3.5', '4.2', '5.5', '7'],
};

const WIDTH = 40;
const HEIGHT = 20;
const GAP = 8;

/** A plate of six tags, one for each size of bird ring, each with a hole to gauge the ring. */
export function ringTagSolids(): Solid[] {
  return RING_TAG.sizes.flatMap((size, i): Solid[] => {
    const x = 110 - WIDTH - GAP / 2 + (i % 2) * (WIDTH + GAP);
    const y = 110 - 1.5 * HEIGHT - GAP + Math.floor(i / 2) * (HEIGHT + GAP);
    const plate = roundedRectangle(x, y, WIDTH, HEIGHT, 4);
    const hole = disc(x + 9, y + HEIGHT / 2, Number(size) / 2 + 1.2);
    const rim = cut(plate, roundedRectangle(x + 1.8, y + 1.8, WIDTH - 3.6, HEIGHT - 3.6, 2.6));
    const gauge = cut(disc(x + 9, y + HEIGHT / 2, Number(size) / 2 + 2.8), hole);
    return [
      { area: cut(plate, hole), from: 0, to: RING_TAG.plate },
      { area: rim, from: RING_TAG.plate, to: RING_TAG.relief },
      { area: gauge, from: RING_TAG.plate, to: RING_TAG.relief },
      {
        area: writeDigits(size, x + 18, y + 5.5, 9, 1.6),
        from: RING_TAG.plate,
        to: RING_TAG.relief,
      },
    ];
  });
}

/** The tags, sliced. */
export function makeRingTags(): string {
  const layers = sliceModel(ringTagSolids(), ORDINARY_SLICING);
  return writeGcode(layers, {
    title: 'Ring gauge tags, Quillmarsh',
    ...ORDINARY_WRITING,
    speeds: { first: 22, print: 55, travel: 150 },
    layerComment: (index) => [`; begin layer ${index + 1}`],
  });
}
