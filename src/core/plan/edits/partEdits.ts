import type { LayerNumber } from '../../layers';
import type { PaletteFilament } from '../../filament/palette';
import type { BandSettings } from '../../recipe/settings';
import type { JobPlan } from '../jobPlan';
import { mapParts, printedSwapsOf, swapAt, type PartStretch, type PlannedPart } from '../parts';
import type { PlannedSwap } from '../plannedSwap';

/** The part of a plan with a key; the first one for a part that the plan does not know. */
export function partOf({ parts }: Pick<JobPlan, 'parts'>, key: string): PlannedPart {
  return parts.find((part) => part.key === key) ?? parts[0];
}

/** The key of the part that edits are for when nobody says which: the only one, or the first. */
export function mainPart({ parts }: Pick<JobPlan, 'parts'>): string {
  return parts[0].key;
}

/** Changes one part of a plan; the plan as it is when `edit` changes nothing. */
export function withPart(
  plan: JobPlan,
  key: string,
  edit: (part: PlannedPart) => PlannedPart,
): JobPlan {
  const parts = mapParts(plan.parts, (part) => (part.key === key ? edit(part) : part));
  return parts.every((part, i) => part === plan.parts[i]) ? plan : { ...plan, parts };
}

/** The swaps of a part as they come out in print: see `printedSwapsOf`. */
export function printedSwaps(
  plan: JobPlan,
  layerCount: number,
  key: string = mainPart(plan),
): PlannedSwap[] {
  return printedSwapsOf(partOf(plan, key), plan.extraLayer, layerCount);
}

/** The letter that prints `layer` of a part, in a print with `layerCount` layers. */
export function letterAt(
  plan: JobPlan,
  layer: number,
  layerCount: number,
  key: string = mainPart(plan),
): string {
  const swap = swapAt(printedSwaps(plan, layerCount, key), layer);
  return swap?.letter ?? partOf(plan, key).firstLetter;
}

/** A letter for a new swap before `layer`: the first one unused, or else the next after its neighbours. */
function freshLetter(
  palette: readonly PaletteFilament[],
  { firstLetter, swaps }: PlannedPart,
  layer: LayerNumber,
): string {
  const used = new Set([firstLetter, ...swaps.map((swap) => swap.letter)]);
  const below = swapAt(swaps, layer)?.letter ?? firstLetter;
  const unused = palette.find(({ letter }) => !used.has(letter));
  const other = palette.find(({ letter }) => letter !== below);
  return (unused ?? other ?? palette[0]).letter;
}

function sorted(swaps: readonly PlannedSwap[]): PlannedSwap[] {
  return swaps.toSorted((a, b) => a.layer - b.layer);
}

/** Adds a swap before `layer` in a colour not yet used; the plan as it is when one is there already. */
export function withSwap(plan: JobPlan, layer: LayerNumber, key: string = mainPart(plan)): JobPlan {
  return withPart(plan, key, (part) => {
    if (layer < 2 || part.swaps.some((swap) => swap.layer === layer)) return part;
    const swap = { layer, letter: freshLetter(plan.palette, part, layer) };
    return { ...part, swaps: sorted([...part.swaps, swap]) };
  });
}

/** Takes a swap out; the plan as it is when there is none before `layer`. */
export function withoutSwap(
  plan: JobPlan,
  layer: LayerNumber,
  key: string = mainPart(plan),
): JobPlan {
  return withPart(plan, key, (part) => {
    const swaps = part.swaps.filter((swap) => swap.layer !== layer);
    return swaps.length === part.swaps.length ? part : { ...part, swaps };
  });
}

/** Moves a swap to another layer; the plan as it is when that layer is taken or does not exist. */
export function withMovedSwap(
  plan: JobPlan,
  from: LayerNumber,
  to: LayerNumber,
  layerCount: number,
  key: string = mainPart(plan),
): JobPlan {
  return withPart(plan, key, (part) => {
    const taken = part.swaps.some((swap) => swap.layer === to);
    if (taken || to < 2 || to > layerCount) return part;
    const swaps = part.swaps.map((swap) => (swap.layer === from ? { ...swap, layer: to } : swap));
    return { ...part, swaps: sorted(swaps) };
  });
}

/** Gives one stretch of a part another filament. */
export function withLetterOf(plan: JobPlan, { part, from }: PartStretch, letter: string): JobPlan {
  return withPart(plan, part, (one) => {
    if (from === null) return { ...one, firstLetter: letter };
    const swaps = one.swaps.map((swap) => (swap.layer === from ? { ...swap, letter } : swap));
    return { ...one, swaps };
  });
}

/** Gives the stretch of a part that prints `layer` another filament. */
export function withLetterAt(
  plan: JobPlan,
  layer: number,
  letter: string,
  layerCount: number,
  key: string = mainPart(plan),
): JobPlan {
  const swap = swapAt(printedSwaps(plan, layerCount, key), layer);
  return withLetterOf(plan, { part: key, from: swap?.chosen ?? null }, letter);
}

/** What a stretch of a part wants otherwise than the file and the recipe. */
export interface StretchWishes {
  readonly settings?: BandSettings;
  readonly purge?: number;
}

/** Says what a stretch of a part sets and purges; what is left out is the file's and the recipe's own. */
export function withWishes(
  plan: JobPlan,
  { part, from }: PartStretch,
  { settings, purge }: StretchWishes,
): JobPlan {
  const wishes = { ...(settings && { settings }), ...(purge !== undefined && { purge }) };
  return withPart(plan, part, ({ key, firstLetter, swaps, ...own }): PlannedPart => {
    if (from === null) return { key, firstLetter, ...wishes, swaps };
    const changed = swaps.map((swap): PlannedSwap => {
      return swap.layer === from ? { layer: swap.layer, letter: swap.letter, ...wishes } : swap;
    });
    return { key, firstLetter, ...own, swaps: changed };
  });
}

/** What a stretch of a part wants: see {@link withWishes}. */
export function wishesOf(plan: Pick<JobPlan, 'parts'>, { part, from }: PartStretch): StretchWishes {
  const one = partOf(plan, part);
  const of = from === null ? one : one.swaps.find(({ layer }) => layer === from);
  const { settings, purge } = of ?? {};
  return { ...(settings && { settings }), ...(purge !== undefined && { purge }) };
}

/** All swaps of a plan, with the part of each. */
export function allSwaps({
  parts,
}: Pick<JobPlan, 'parts'>): { readonly part: string; readonly swap: PlannedSwap }[] {
  return parts.flatMap(({ key, swaps }) => swaps.map((swap) => ({ part: key, swap })));
}
