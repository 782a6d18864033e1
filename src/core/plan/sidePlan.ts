import type { LayerNumber } from '../gcode/layers';
import type { Reading } from '../read/reading';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import type { JobPlan } from './jobPlan';
import {
  partKeys,
  partOfSections,
  partSwapAt,
  printedSwapsOf,
  type PlannedPart,
  type Stretch,
} from './parts';
import type { PlannedSwap } from './plannedSwap';

/** True when parts of the print have filaments of their own. */
export function isSideBySide({ parts }: Pick<JobPlan, 'parts'>): boolean {
  return parts.length > 0;
}

/** What a plan wants of one section. */
export interface SectionWish {
  /** Place among the reading's sections, and the key of its part. */
  readonly section: number;
  readonly part: string;
  readonly letter: string;
  readonly settings: BandSettings;
  /** The swap of its part that its colour comes from; null for what the part begins with. */
  readonly swap: PlannedSwap | null;
}

type SectionedLayers = Pick<Reading, 'sections' | 'layers'>;

/** What a plan wants of every section, in file order. A part that it does not know begins as the plan does. */
export function sectionWishes(plan: JobPlan, { sections, layers }: SectionedLayers): SectionWish[] {
  const keys = partOfSections({ sections }, plan.stretches);
  const parts = new Map(
    plan.parts.map((part) => [
      part.key,
      { ...part, swaps: printedSwapsOf(part.swaps, plan.extraLayer, layers.length) },
    ]),
  );
  return sections.map(({ layer }, section): SectionWish => {
    const part = parts.get(keys[section]);
    const swap = part ? partSwapAt(part.swaps, layer) : null;
    return {
      section,
      part: keys[section],
      letter: swap?.letter ?? part?.firstLetter ?? plan.firstLetter,
      settings: swap?.settings ?? NO_SETTINGS,
      swap,
    };
  });
}

/** The orders of single layers that a plan lays down: places among the sections, by layer. */
export function givenOrders(
  plan: Pick<JobPlan, 'layerOrders' | 'stretches'>,
  { sections }: Pick<Reading, 'sections'>,
): Map<number, number[]> {
  const keys = partOfSections({ sections }, plan.stretches);
  const given = new Map<number, number[]>();
  for (const { layer, parts } of plan.layerOrders) {
    const places = sections.flatMap((section, i) => (section.layer === layer ? [i] : []));
    const rank = (i: number): number => {
      const at = parts.indexOf(keys[i]);
      return at < 0 ? parts.length : at;
    };
    if (places.length > 1)
      given.set(
        layer,
        places.sort((a, b) => rank(a) - rank(b) || a - b),
      );
  }
  return given;
}

/**
 * A plan in which every part of a print that has several begins with a filament of its own, in the order of
 * the palette. A plan that has swaps or parts already is left alone.
 */
export function withFoundParts(
  plan: JobPlan,
  reading: Pick<Reading, 'sections'>,
  stretches: readonly Stretch[],
): JobPlan {
  // Parts of another slice keep their filaments; only what is behind the stops is found anew.
  const isMoved = plan.parts.length > 0 && plan.stretches.length === 0 && stretches.length > 0;
  if (!isMoved && (plan.parts.length > 0 || plan.swaps.length > 0)) return plan;
  return withStretches(plan, reading, stretches);
}

/** The same for stretches that the person has changed: known parts stay as they are. */
export function withStretches(
  plan: JobPlan,
  reading: Pick<Reading, 'sections'>,
  stretches: readonly Stretch[],
): JobPlan {
  const keys = partKeys(reading, stretches);
  if (keys.length < 2) {
    const isPlain = plan.parts.length === 0 && plan.stretches.length === 0;
    return isPlain ? plan : { ...plan, parts: [], stretches: [] };
  }
  const known = new Map(plan.parts.map((part) => [part.key, part]));
  const used = new Set(plan.parts.map(({ firstLetter }) => firstLetter));
  const start = Math.max(
    0,
    plan.palette.findIndex(({ letter }) => letter === plan.firstLetter),
  );
  const parts = keys.map((key, i): PlannedPart => {
    const part = known.get(key);
    if (part) return part;
    const order = plan.palette.map(
      (_, n) => plan.palette[(start + n) % plan.palette.length].letter,
    );
    const firstLetter = order.find((letter) => !used.has(letter)) ?? order[i % order.length];
    used.add(firstLetter);
    return { key, firstLetter, swaps: [] };
  });
  return { ...plan, parts, stretches };
}

/** Changes one part of a plan. */
export function withPart(
  plan: JobPlan,
  key: string,
  edit: (part: PlannedPart) => PlannedPart,
): JobPlan {
  return { ...plan, parts: plan.parts.map((part) => (part.key === key ? edit(part) : part)) };
}

/** Gives a part another filament from one of its swaps on; from its beginning for null. */
export function withPartLetter(
  plan: JobPlan,
  key: string,
  letter: string,
  layer: LayerNumber | null = null,
): JobPlan {
  return withPart(plan, key, (part) =>
    layer === null
      ? { ...part, firstLetter: letter }
      : {
          ...part,
          swaps: part.swaps.map((swap) => (swap.layer === layer ? { ...swap, letter } : swap)),
        },
  );
}

/** Puts a swap before a layer into a part, in the next filament of the palette. */
export function withPartSwap(plan: JobPlan, key: string, layer: LayerNumber): JobPlan {
  return withPart(plan, key, (part) => {
    if (layer < 2 || part.swaps.some((swap) => swap.layer === layer)) return part;
    const before = partSwapAt(part.swaps, layer)?.letter ?? part.firstLetter;
    const used = new Set([part.firstLetter, ...part.swaps.map(({ letter }) => letter)]);
    const fresh =
      plan.palette.find(({ letter }) => !used.has(letter)) ??
      plan.palette.find(({ letter }) => letter !== before) ??
      plan.palette[0];
    const swaps = [...part.swaps, { layer, letter: fresh.letter }];
    return { ...part, swaps: swaps.sort((a, b) => a.layer - b.layer) };
  });
}

export function withoutPartSwap(plan: JobPlan, key: string, layer: LayerNumber): JobPlan {
  return withPart(plan, key, (part) => ({
    ...part,
    swaps: part.swaps.filter((swap) => swap.layer !== layer),
  }));
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

/** The letter that prints a part of a print with `layerCount` layers at a layer. */
export function partLetterAt(
  plan: JobPlan,
  key: string,
  layer: number,
  layerCount: number,
): string {
  const part = plan.parts.find((one) => one.key === key);
  if (!part) return plan.firstLetter;
  const swaps = printedSwapsOf(part.swaps, plan.extraLayer, layerCount);
  return swaps.findLast((swap) => swap.layer <= layer)?.letter ?? part.firstLetter;
}
