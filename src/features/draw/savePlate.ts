import { layerNumber } from '@/core/layers';
import { emptyPlan, type JobPlan } from '@/core/plan/jobPlan';
import { withLetterAt, withSwap } from '@/core/plan/edits/partEdits';
import { fileStem } from '@/core/fileStem';
import type { PlateBodies } from '@/core/draw/bodies';
import type { PlateDrawing } from '@/core/draw/plate';
import { madeSetup } from '@/core/model/setup';
import { writeStl } from '@/core/model/formats/writeStl';
import { writeThreeMf } from '@/core/model/formats/writeThreeMf';
import { importFile, type ImportOutcome } from '@/base/files/importFile';
import { colourOf } from './PlateView';

/** The plate as 3MF, an object for each colour that has one. */
export function plateThreeMf(drawing: PlateDrawing, { objects }: PlateBodies): Blob {
  const coloured = objects.map(({ letter, ...one }) => ({ ...one, colour: colourOf(letter) }));
  const bytes = writeThreeMf(drawing.name, coloured);
  return new Blob([bytes.slice()], { type: 'model/3mf' });
}

/** The plate as binary STL, which knows one object. */
export function plateStl({ objects }: PlateBodies): Blob {
  const length = objects.reduce((sum, { corners }) => sum + corners.length, 0);
  const all = new Float32Array(length);
  let at = 0;
  for (const { corners } of objects) {
    all.set(corners, at);
    at += corners.length;
  }
  return new Blob([writeStl(all)], { type: 'model/stl' });
}

/** The plan that a plate's heights stand for. */
function platePlan(
  { baseLetter }: PlateDrawing,
  { swaps, layers }: PlateBodies,
  fingerprint: string,
): JobPlan {
  return swaps.reduce(
    (plan, { layer, letter }) =>
      withLetterAt(withSwap(plan, layerNumber(layer)), layer, letter, layers),
    emptyPlan(fingerprint, baseLetter),
  );
}

/** Puts a plate on the Bench as a model, with its swaps planned and its layers set up. */
export function platesJob(drawing: PlateDrawing, bodies: PlateBodies): Promise<ImportOutcome> {
  const { name } = drawing;
  return importFile(
    plateThreeMf(drawing, bodies),
    `${fileStem(name, 'plate')}.3mf`,
    {
      name: name.trim() || 'Plate',
      planFor: (fingerprint) => platePlan(drawing, bodies, fingerprint),
      isDemo: false,
      setup: madeSetup(drawing),
    },
    () => {},
  ).outcome;
}
