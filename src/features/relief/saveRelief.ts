import { writeStl } from '@/core/model/formats/writeStl';
import { writeThreeMf } from '@/core/model/formats/writeThreeMf';
import { madeSetup } from '@/core/model/setup';
import { layerNumber } from '@/core/layers';
import { withLetterAt, withSwap } from '@/core/plan/edits/partEdits';
import { emptyPlan, type JobPlan } from '@/core/plan/jobPlan';
import { reliefPalette, reliefSwaps } from '@/core/relief/reliefPlan';
import { importFile, type ImportOutcome } from '@/base/files/importFile';
import { RELIEF_WORKER } from '@/workers/kinds';
import { withWorker } from '@/workers/line/workerLine';
import type { ReliefService } from '@/workers/reliefWorker';
import type { ShownRelief } from './useLaid';

/** The surface of a relief, mm. */
export function reliefCorners({ order, view }: ShownRelief): Promise<Float32Array<ArrayBuffer>> {
  return withWorker(RELIEF_WORKER, (service: ReliefService) =>
    Promise.resolve(service.surface(view.laid, view.cellMm, order.drawing)),
  );
}

export function reliefThreeMf(
  name: string,
  { order, stack }: ShownRelief,
  corners: Float32Array<ArrayBuffer>,
): Blob {
  // prettier-ignore
  const { colour } = order.spools[stack[0].spool];
  const bytes = writeThreeMf(name, [{ name, colour, corners }]);
  return new Blob([bytes.slice()], { type: 'model/3mf' });
}

export function reliefStl(corners: Float32Array<ArrayBuffer>): Blob {
  return new Blob([writeStl(corners)], { type: 'model/stl' });
}

/** The plan that a relief stands for: its spools, and a swap at each height where one begins. */
function reliefPlan({ order, stack }: ShownRelief, fingerprint: string): JobPlan {
  const palette = reliefPalette(stack, order.spools);
  const count = stack.reduce((sum, { layers }) => sum + layers, 0);
  return reliefSwaps(stack).reduce<JobPlan>(
    (plan, { layer, letter }) =>
      withLetterAt(withSwap(plan, layerNumber(layer)), layer, letter, count),
    { ...emptyPlan(fingerprint, palette[0].letter), palette },
  );
}

/** Puts a relief on the Bench as a model, with its swaps planned and its layers set up. */
export async function reliefJob(
  name: string,
  stem: string,
  shown: ShownRelief,
): Promise<ImportOutcome> {
  const corners = await reliefCorners(shown);
  return importFile(
    reliefThreeMf(name, shown, corners),
    `${stem}.3mf`,
    {
      name,
      planFor: (fingerprint) => reliefPlan(shown, fingerprint),
      isDemo: false,
      setup: madeSetup(shown.order.drawing),
    },
    () => {},
  ).outcome;
}
