import { writeGcode } from '../generator/gcodeWriter';
import { sliceModel } from '../generator/layerPaths';
import {
  cut,
  disc,
  grow,
  overlap,
  roundedRectangle,
  stroke,
  type Area,
} from '../../src/core/draw/areas';
import { join } from '../generator/join';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Heights of the sign, mm: how deep its picture goes in from the bed side, and its back. */
export const WINDOW_SIGN = { picture: 0.6, back: 1.6, swapsAsSliced: 9 };

/** Room between two colours: one line's width. */
const GAP = 0.45;
const C = { x: 110, y: 110 };

/** A plover over reeds, as the window will show it from outside: drawn mirrored, since it lies face down. */
function picture(): { bird: Area; reeds: Area } {
  const at = (x: number, y: number): [number, number] => [C.x - x, C.y + y];
  const bird = join(
    disc(C.x - 2, C.y + 6, 6.5),
    disc(C.x - 9, C.y + 12, 3.6),
    stroke([at(11, 12), at(17, 11)], 1.6),
    stroke([at(-4, 6), at(-13, 9)], 3.2),
    stroke([at(3, 1), at(3, -7)], 1.4),
    stroke([at(-1, 1), at(-1, -7)], 1.4),
  );
  const reeds = join(
    ...[-22, -18, -13, 15, 20, 24].map((x, i) =>
      stroke([at(x, -15), at(x + (i % 2 === 0 ? 2 : -2), 2 + 3 * (i % 3))], 1.8),
    ),
    stroke([at(-26, -13), at(27, -13)], 2.6),
  );
  return { bird, reeds: cut(reeds, grow(bird, GAP)) };
}

/** A sign for the hide's window, printed face down: its picture lies in the first three layers. */
export function makeWindowSign(): string {
  const face = roundedRectangle(C.x - 33, C.y - 21, 66, 42, 5);
  const { bird, reeds } = picture();
  const ground = cut(face, grow(join(bird, reeds), GAP));
  const layers = sliceModel(
    [
      { area: ground, from: 0, to: WINDOW_SIGN.picture },
      { area: overlap(bird, face), from: 0, to: WINDOW_SIGN.picture, tool: 1 },
      { area: overlap(reeds, face), from: 0, to: WINDOW_SIGN.picture, tool: 2 },
      { area: face, from: WINDOW_SIGN.picture, to: WINDOW_SIGN.back },
    ],
    ORDINARY_SLICING,
  );
  return writeGcode(layers, {
    title: 'Window sign of the bird hide, Quillmarsh, face down',
    ...ORDINARY_WRITING,
    changeWord: 'PAUSE',
    layerComment: (index) => [`; layer ${index}`],
  });
}
