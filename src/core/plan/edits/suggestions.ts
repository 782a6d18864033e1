import type { Layer } from '../../layers';
import { seenFromAbove, type Surface } from '../../geometry/surface';
import type { Step } from '../../geometry/steps';
import { formatCm2, plural } from '../../format';
import type { JobPlan } from '../jobPlan';
import { mainPart, partOf, printedSwaps } from './partEdits';

/** A step worth a swap, with what the swap would do. */
export interface Suggestion {
  readonly step: Step;
  /** Surface seen from above that would change colour, mm². */
  readonly recolouredMm2: number;
  /** That surface over all that is seen from above, 0 to 1. */
  readonly share: number;
  /** One sentence for a person. */
  readonly reason: string;
}

/** Surface seen from above that a swap before `layer` would recolour: up to the next swap, mm². */
export function recolouredBy(
  plan: JobPlan,
  layer: number,
  layers: readonly Layer[],
  surface: Surface,
  key: string = mainPart(plan),
): number {
  const next = printedSwaps(plan, layers.length, key).find((swap) => swap.layer > layer);
  const last = Math.min(layers.length, (next?.layer ?? layers.length + 1) - 1);
  return seenFromAbove(surface, layer, last);
}

/**
 * The steps without a swap that are not ignored, the one that recolours most first.
 * @param shapes how many separate shapes rise from each step, by layer.
 */
export function suggestSwaps(
  plan: JobPlan,
  steps: readonly Step[],
  shapes: ReadonlyMap<number, number>,
  layers: readonly Layer[],
  surface: Surface,
  key: string = mainPart(plan),
): Suggestion[] {
  const total = surface.above[layers.length];
  const { swaps } = partOf(plan, key);
  return steps
    .filter(({ layer }) => !swaps.some((swap) => swap.layer === layer))
    .filter(({ layer }) => !plan.ignoredSteps.includes(layer))
    .map((step): Suggestion => {
      const recolouredMm2 = recolouredBy(plan, step.layer, layers, surface, key);
      return {
        step,
        recolouredMm2,
        share: total > 0 ? recolouredMm2 / total : 0,
        reason: reasonFor(step, shapes.get(step.layer) ?? 1, recolouredMm2),
      };
    })
    .sort((a, b) => b.recolouredMm2 - a.recolouredMm2);
}

function reasonFor(step: Step, shapes: number, recolouredMm2: number): string {
  const rises =
    shapes === 1 ? 'One raised shape starts' : `${plural(shapes, 'raised shape')} start`;
  const below = `${formatCm2(step.exposedMm2)} of layer ${step.layer - 1} stay visible below`;
  return `${rises} here: ${below}, and ${formatCm2(recolouredMm2)} would change colour.`;
}
