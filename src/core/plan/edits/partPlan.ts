import type { LayerNumber } from '../../layers';
import type { SlicedFile } from '../../read/slicedFile';
import type { JobPlan } from '../jobPlan';
import {
  foundParts,
  isWhole,
  wholePart,
  type PlannedPart,
  type PlannedParts,
  type Stretch,
} from '../parts';

/**
 * A plan in which every part of a print that has several begins with a filament of its own, in the order of
 * the palette. A plan that has swaps or parts already is left alone.
 */
export function withFoundParts(
  plan: JobPlan,
  reading: Pick<SlicedFile, 'sections'>,
  stretches: readonly Stretch[],
): JobPlan {
  // Parts of another slice keep their filaments; only what is behind the stops is found again.
  const isMoved = !isWhole(plan) && plan.stretches.length === 0 && stretches.length > 0;
  const isBegun = !isWhole(plan) || plan.parts[0].swaps.length > 0;
  return isBegun && !isMoved ? plan : withStretches(plan, reading, stretches);
}

/** The same for stretches that the person has changed: known parts stay as they are. */
export function withStretches(
  plan: JobPlan,
  reading: Pick<SlicedFile, 'sections'>,
  stretches: readonly Stretch[],
): JobPlan {
  const keys = [...new Set(foundParts(reading, stretches))];
  const [before] = plan.parts;
  if (keys.length < 2) {
    const isPlain = isWhole(plan) && plan.stretches.length === 0;
    if (isPlain) return plan;
    return { ...plan, parts: [wholePart(before.firstLetter, before.swaps)], stretches: [] };
  }
  const known = new Map(plan.parts.map((part) => [part.key, part]));
  const used = new Set(isWhole(plan) ? [] : plan.parts.map(({ firstLetter }) => firstLetter));
  const start = Math.max(
    0,
    plan.palette.findIndex(({ letter }) => letter === before.firstLetter),
  );
  const partAt = (key: string, i: number): PlannedPart => {
    const part = known.get(key);
    if (part) return part;
    const order = plan.palette.map(
      (_, n) => plan.palette[(start + n) % plan.palette.length].letter,
    );
    const firstLetter = order.find((letter) => !used.has(letter)) ?? order[i % order.length];
    used.add(firstLetter);
    return { key, firstLetter, swaps: [] };
  };
  const [first, ...others] = keys;
  const parts: PlannedParts = [partAt(first, 0), ...others.map((key, i) => partAt(key, i + 1))];
  return { ...plan, parts, stretches };
}

/** Lays down the order of the parts in one layer; null gives it free again. */
export function withLayerOrder(
  plan: JobPlan,
  layer: LayerNumber,
  parts: readonly string[] | null,
): JobPlan {
  const others = plan.layerOrders.filter((one) => one.layer !== layer);
  const all = parts === null ? others : [...others, { layer, parts }];
  return { ...plan, layerOrders: all.sort((a, b) => a.layer - b.layer) };
}
