import { formatMm } from '../../format';
import { bottomOf, type Layer, type LayerNumber } from '../../layers';
import type { Step } from '../../geometry/steps';
import type { JobPlan } from '../jobPlan';
import { allSwaps } from './partEdits';
import { mapParts, WHOLE } from '../parts';
import type { PlannedSwap } from '../plannedSwap';
import { resolveHeight } from '../lists/resolve';

/** What a swap means apart from the file: its height, and the step it stands on. */
export interface Anchor {
  readonly layer: LayerNumber;
  readonly letter: string;
  /** The key of the part that it is a swap of. */
  readonly part: string;
  /** Where its layer starts, machine mm. */
  readonly z: number;
  /** The step it stands on, counted from 0 upwards; null when it stands on none. */
  readonly step: number | null;
}

/** A print as plans see it, to move a plan from one to another. */
export interface SteppedPrint {
  readonly layers: readonly Layer[];
  readonly steps: readonly Step[];
}

/** Where a swap of the old file goes in the new one. */
export interface MovedSwap {
  readonly anchor: Anchor;
  /** The layer of the new file; null when the person has to say. */
  readonly to: LayerNumber | null;
  /** The layer that is offered where `to` is not sure; null for none. */
  readonly proposed: LayerNumber | null;
  readonly how: 'same-step' | 'same-height' | 'other-height' | 'unplaced';
  /** `before 27 at 5.44 mm → before 22 at 5.44 mm, same step`. */
  readonly sentence: string;
}

/** Steps of two files are the same one when they are this near, mm. */
const NEAR_STEP = 0.5;
/** A difference in height below this share is another layer height and not another scale. */
const SAME_SCALE = 0.03;

/** What the swaps of a plan mean on the print that it was made for. */
export function anchorsOf(plan: JobPlan, { layers, steps }: SteppedPrint): Anchor[] {
  return allSwaps(plan)
    .filter(({ swap }) => swap.layer <= layers.length)
    .map(({ part, swap: { layer, letter } }) => {
      const at = steps.findIndex((one) => one.layer === layer);
      // A step of the whole print says nothing of one of its parts.
      const step = at < 0 || part !== WHOLE ? null : at;
      return { layer, letter, part, z: bottomOf(layers[layer - 1]), step };
    });
}

/** How much taller the new print is, for plans made on the old one; 1 when about the same. */
export function heightFactor(oldTop: number, newTop: number): number {
  const factor = oldTop > 0 ? newTop / oldTop : 1;
  return Math.abs(factor - 1) < SAME_SCALE ? 1 : factor;
}

/**
 * Finds where swaps go in a new file: those on a step go to the same step, the others to the same
 * height, times `factor`. What has no place, or the place of another, is left for the person; so is a step
 * that is the same by its number alone: another print may have as many.
 * @param stepCount how many steps the old print has.
 */
export function moveSwaps(
  anchors: readonly Anchor[],
  stepCount: number,
  inputs: SteppedPrint,
  factor: number,
): MovedSwap[] {
  const taken = new Set<string>();
  return anchors.map((anchor): MovedSwap => {
    const { step, isNear } = matchingStep(anchor, stepCount, inputs.steps, factor);
    const found = step?.layer ?? resolveHeight(inputs.layers, anchor.z * factor)?.layer ?? null;
    const place = `${anchor.part} ${found}`;
    const from = `${anchor.part === WHOLE ? '' : `part ${anchor.part}, `}before ${anchor.layer} at ${formatMm(anchor.z)} mm`;
    if (found === null || taken.has(place)) {
      const why =
        found === null
          ? `the new print ends below ${formatMm(anchor.z * factor)} mm`
          : `before ${found} there is a swap already`;
      const sentence = `${from} → no place: ${why}`;
      return { anchor, to: null, proposed: null, how: 'unplaced', sentence };
    }
    taken.add(place);
    const z = bottomOf(inputs.layers[found - 1]);
    const there = `${from} → before ${found} at ${formatMm(z)} mm`;
    if (step && !isNear) {
      const off = z - anchor.z * factor;
      const sentence = `${there}? The same step by its number, but ${formatMm(Math.abs(off))} mm ${off > 0 ? 'higher' : 'lower'}`;
      return { anchor, to: null, proposed: found, how: 'other-height', sentence };
    }
    const how = step ? 'same-step' : 'same-height';
    const sentence = `${there}, ${step ? 'same step' : 'nearest height'}`;
    return { anchor, to: found, proposed: null, how, sentence };
  });
}

/** The step of a new file that a swap belongs to, and whether its height says so as well. */
function matchingStep(
  anchor: Anchor,
  stepCount: number,
  steps: readonly Step[],
  factor: number,
): { readonly step: Step | null; readonly isNear: boolean } {
  if (anchor.step === null) return { step: null, isNear: false };
  const wanted = anchor.z * factor;
  const near = steps
    .filter(({ z }) => Math.abs(z - wanted) <= NEAR_STEP)
    .sort((a, b) => Math.abs(a.z - wanted) - Math.abs(b.z - wanted));
  const same = steps.length === stepCount ? steps[anchor.step] : null;
  if (same && near.includes(same)) return { step: same, isNear: true };
  if (near.length > 0) return { step: near[0], isNear: true };
  return { step: same, isNear: false };
}

/**
 * The plan on the new file. What concerned lines and steps of the old file is left behind.
 * @param places the layer of each swap in the order of `anchors`; null leaves a swap out.
 */
export function movedPlan(
  plan: JobPlan,
  fingerprint: string,
  anchors: readonly Anchor[],
  places: readonly (LayerNumber | null)[],
): JobPlan {
  const movedOf = (key: string, old: readonly PlannedSwap[]): PlannedSwap[] =>
    anchors
      .flatMap(({ layer: from, letter, part }, i): PlannedSwap[] => {
        const layer = places[i];
        const before = old.find((swap) => swap.layer === from);
        return layer === null || part !== key ? [] : [{ ...before, layer, letter }];
      })
      .sort((a, b) => a.layer - b.layer);
  return {
    ...plan,
    fingerprint,
    parts: mapParts(plan.parts, (part) => {
      return { ...part, swaps: movedOf(part.key, part.swaps) };
    }),
    // Parts keep their filaments; which of the new file's stops lead to which is looked at again.
    stretches: [],
    layerOrders: plan.layerOrders.filter(({ layer }) => layer === 1),
    takenOut: [],
    ignoredSteps: [],
    known: [],
  };
}

/** What becomes of a colour height when a part is scaled. */
export interface ScaledHeight {
  readonly layer: LayerNumber;
  readonly z: number;
  /** Height after scaling, mm, and the nearest that is a whole number of layers. */
  readonly scaled: number;
  readonly fits: number;
}

/**
 * Where the colours of a plan come to lie when a part is scaled in Z; scaling X and Y moves none.
 * Heights that fit are the first layer plus whole layers.
 * @param firstLayer thickness of the first layer, mm.
 * @param layerHeight thickness of the others, mm.
 */
export function scaleHeights(
  anchors: readonly Anchor[],
  zFactor: number,
  firstLayer: number,
  layerHeight: number,
): ScaledHeight[] {
  return anchors.map(({ layer, z }) => {
    const scaled = z * zFactor;
    const whole = Math.max(0, Math.round((scaled - firstLayer) / layerHeight));
    return { layer, z, scaled, fits: firstLayer + whole * layerHeight };
  });
}
