import type { WriteSettings } from '../generator/gcodeWriter';
import type { SliceSettings } from '../generator/layerPaths';

/** How the demo's parts are sliced unless a job says otherwise. */
export const ORDINARY_SLICING: SliceSettings = {
  lineWidth: 0.45,
  firstLayer: 0.2,
  layerHeight: 0.2,
  outlines: 2,
  solidLayers: 3,
  sparseSpacing: 3,
  skirt: 0,
};

/** How the demo's files are written unless a job says otherwise. */
export const ORDINARY_WRITING: Omit<WriteSettings, 'title' | 'layerComment'> = {
  lineWidth: 0.45,
  filamentDiameter: 1.75,
  speeds: { first: 22, print: 60, travel: 150 },
  retract: { mm: 0.8, speed: 35, hop: 0 },
  temperatures: { nozzle: 205, bed: 60 },
  extrusion: 'absolute',
};
