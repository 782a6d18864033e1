import type { Print } from '../print/print';
import { countObjects, shapesFrom } from '../geometry/patches';
import { findSteps, type Step } from '../geometry/steps';
import { surfaceOf, type Surface } from '../geometry/surface';

/** What planning needs to know of a print besides its reading. */
export interface PrintAnalysis {
  readonly steps: readonly Step[];
  /** Separate shapes that rise from each step, by the step's layer. */
  readonly shapes: ReadonlyMap<number, number>;
  readonly surface: Surface;
  /** Objects on the plate. */
  readonly objects: number;
}

/** Finds steps, what they carry, what shows of each layer, and the objects on the plate. */
export function analysePrint({ layers, footprint, skirtMm2 }: Print): PrintAnalysis {
  const steps = findSteps(layers, skirtMm2);
  return {
    steps,
    shapes: new Map(steps.map(({ layer }) => [layer, shapesFrom(footprint, layer)])),
    surface: surfaceOf(footprint, layers, skirtMm2),
    objects: countObjects(footprint),
  };
}
