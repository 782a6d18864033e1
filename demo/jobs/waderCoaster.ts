import { writeGcode } from '../generator/gcodeWriter';
import { sliceModel, type Solid } from '../generator/layerPaths';
import { blob, cut, disc, stroke, type Area } from '../../src/core/draw/areas';
import { join } from '../generator/join';
import { ORDINARY_SLICING, ORDINARY_WRITING } from './ordinary';

/** Height of the coaster and of what is let into it, mm. */
export const COASTER = { base: 1.2, top: 2.4 };

export type CoasterPart = 'base' | 'bird' | 'rim';

const C = 110;

/** A wader on two legs with a long bill. */
function wader(): Area {
  const at = (x: number, y: number): [number, number] => [C + x, C + y];
  return join(
    blob([at(-14, 2), at(-6, 10), at(6, 9), at(12, 3), at(4, -4), at(-8, -3)], 2.4),
    stroke([at(8, 6), at(13, 13)], 5),
    disc(C + 14, C + 15, 4),
    stroke([at(16, 15), at(29, 11)], 1.8),
    stroke([at(-2, -3), at(-3, -20), at(2, -21)], 1.6),
    stroke([at(4, -3), at(5, -20), at(10, -21)], 1.6),
  );
}

/** One of the three parts, sliced alone but in the place it has in the whole. */
export function makeCoasterPart(part: CoasterPart): string {
  const whole = disc(C, C, 44);
  const rim = cut(whole, disc(C, C, 39));
  const bird = wader();
  const solids: Readonly<Record<CoasterPart, readonly Solid[]>> = {
    base: [
      { area: whole, from: 0, to: COASTER.base },
      { area: cut(disc(C, C, 39), bird), from: COASTER.base, to: COASTER.top },
    ],
    bird: [{ area: bird, from: 0, to: COASTER.top }],
    rim: [{ area: rim, from: 0, to: COASTER.top }],
  };
  const layers = sliceModel(solids[part], ORDINARY_SLICING).filter(
    (layer) => part === 'base' || layer.z > COASTER.base + 1e-6,
  );
  return writeGcode(layers, {
    title: `Wader coaster, ${part}, Quillmarsh`,
    ...ORDINARY_WRITING,
    speeds: { first: 24, print: 60, travel: 150 },
    retract: { mm: 0.8, speed: 35, hop: 0.4 },
    temperatures: { nozzle: 210, bed: 60 },
    extrusion: 'relative',
    layerComment: (index) => [`(layer ${index})`],
  });
}
