import { FillRule, unionD } from 'clipper2-ts';
import type { Area } from '../../src/core/draw/areas';

/** All of some areas as one, to a hundredth of a millimetre: what the shipped files were made with. */
export function join(...areas: readonly Area[]): Area {
  return unionD(areas.flat(), FillRule.NonZero);
}
