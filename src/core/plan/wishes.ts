import type { Print } from '../print/print';
import { NO_SETTINGS, type BandSettings } from '../recipe/settings';
import type { JobPlan } from './jobPlan';
import { isWhole, partOfSections, printedSwapsOf, stretchFrom, swapAt } from './parts';
import type { PartStretch } from './parts';
import { partOf } from './edits/partEdits';
import type { PlannedSwap } from './plannedSwap';

/** What a plan wants of one section. */
export interface SectionWish {
  /** Place among the reading's sections, and the key of its part. */
  readonly section: number;
  readonly part: string;
  readonly letter: string;
  readonly settings: BandSettings;
  /** Filament to purge where it comes, mm; null for the recipe's. */
  readonly purge: number | null;
  /** The swap of its part that its colour comes from; null for what the part begins with. */
  readonly swap: PlannedSwap | null;
  /** A stop is asked for right before it, even where the filament stays. */
  readonly asks: boolean;
}

type Sectioned = Pick<Print, 'sections' | 'layers'>;

/** What a plan wants of every section, in file order. A part that it does not know prints as its first one. */
export function sectionWishes(plan: JobPlan, { sections, layers }: Sectioned): SectionWish[] {
  const keys = partOfSections(plan, { sections });
  const swaps = new Map(
    plan.parts.map((part) => [part.key, printedSwapsOf(part, plan.extraLayer, layers.length)]),
  );
  // Of parts side by side a swap to the same filament is none: whoever comes between may bring it.
  const mayAsk = isWhole(plan);
  let last: PlannedSwap | null = null;
  return sections.map(({ layer }, section): SectionWish => {
    const key = keys[section];
    const part = partOf(plan, key);
    const swap = swapAt(swaps.get(part.key) ?? [], layer);
    const asks = mayAsk && swap !== last;
    last = swap;
    return {
      section,
      part: key,
      letter: swap?.letter ?? part.firstLetter,
      settings: (swap ?? part).settings ?? NO_SETTINGS,
      purge: (swap ?? part).purge ?? null,
      swap,
      asks,
    };
  });
}

/** The stretch of its part that a section belongs to. */
export function stretchOf({ part, swap }: SectionWish): PartStretch {
  return stretchFrom(part, swap);
}

/** The orders of single layers that a plan lays down: places among the sections, by layer. */
export function givenOrders(
  plan: Pick<JobPlan, 'parts' | 'layerOrders' | 'stretches'>,
  { sections }: Pick<Print, 'sections'>,
): Map<number, number[]> {
  const keys = partOfSections(plan, { sections });
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
