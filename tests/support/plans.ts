import { layerNumber } from '../../src/core/layers';
import type { JobPlan } from '../../src/core/plan/jobPlan';
import { withSwap } from '../../src/core/plan/edits/partEdits';
import { mapParts, type PlannedPart } from '../../src/core/plan/parts';

/** A plan whose first part is changed. */
export function withMain(plan: JobPlan, change: Partial<PlannedPart>): JobPlan {
  const [first] = plan.parts;
  return {
    ...plan,
    parts: mapParts(plan.parts, (part) => (part === first ? { ...part, ...change } : part)),
  };
}

/** A plan with swaps of its first part before these layers. */
export function withSwapsBefore(plan: JobPlan, layers: readonly number[]): JobPlan {
  return layers.reduce((made, layer) => withSwap(made, layerNumber(layer)), plan);
}

/** The layers before which the first part of a plan swaps. */
export function swapLayers({ parts }: Pick<JobPlan, 'parts'>): number[] {
  return parts[0].swaps.map(({ layer }) => layer);
}
