import { writeGcode } from '../generator/gcodeWriter';
import { sliceModel } from '../generator/layerPaths';
import { cut, disc, stroke, type Area } from '../../src/core/draw/areas';
import { join } from '../generator/join';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Heights of the dial, mm: what one tool prints alone, and the layers with inlays. */
export const TIDE_DIAL = { base: 1.6, top: 2.6, tools: 3 };

const C = 110;

function ray(degrees: number, from: number, to: number, width: number): Area {
  const angle = (degrees * Math.PI) / 180;
  const at = (r: number): [number, number] => [C + r * Math.cos(angle), C + r * Math.sin(angle)];
  return stroke([at(from), at(to)], width);
}

/** A dial for high and low water, with a ring and hour marks let into its face. */
export function makeTideDial(): string {
  const face = disc(C, C, 34);
  const ring = cut(disc(C, C, 27), disc(C, C, 24));
  const marks = join(
    ...Array.from({ length: 12 }, (_, hour) => ray(hour * 30, 29, hour % 3 === 0 ? 32 : 30.5, 1.8)),
    ray(90, 4, 20, 2.4),
    stroke(
      [
        [C - 5, C + 15],
        [C, C + 21],
        [C + 5, C + 15],
      ],
      2.4,
    ),
  );
  const layers = sliceModel(
    [
      { area: face, from: 0, to: TIDE_DIAL.top },
      { area: ring, from: TIDE_DIAL.base, to: TIDE_DIAL.top, tool: 1 },
      { area: marks, from: TIDE_DIAL.base, to: TIDE_DIAL.top, tool: 2 },
    ],
    { ...ORDINARY_SLICING, skirt: 4 },
  );
  return writeGcode(layers, {
    title: 'Tide dial, Quillmarsh',
    ...ORDINARY_WRITING,
    retract: { mm: 0.8, speed: 35, hop: 0.3 },
    layerComment: (index) => [`; layer ${index}`],
  });
}
