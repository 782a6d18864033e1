import { layerNumber, type LayerNumber } from '../layers';
import type { Print } from '../print/print';
import type { SourceSpan } from '../print/sources';
import { isSlicedSection, type SlicedFile } from '../read/slicedFile';
import type { BandSettings } from '../recipe/settings';
import { chosenLayer, type PlannedSwap } from './plannedSwap';

/** A part of the print as a plan has it: with which filament it begins, and its own swaps by layer. */
export interface PlannedPart {
  /** `all` for the whole print, `T0` for what a tool prints, `P1` for what lies between stops of the file. */
  readonly key: string;
  readonly firstLetter: string;
  /** What it wants otherwise than the file until its first swap. */
  readonly settings?: BandSettings;
  /** Filament to purge whenever it comes until then, mm; the recipe's when left out. */
  readonly purge?: number;
  readonly swaps: readonly PlannedSwap[];
}

/** The parts of a plan: there is one at least. What the print has besides prints as the first one does. */
export type PlannedParts = readonly [PlannedPart, ...PlannedPart[]];

/** The same parts, each as `edit` makes it. */
export function mapParts(
  [first, ...others]: PlannedParts,
  edit: (part: PlannedPart) => PlannedPart,
): PlannedParts {
  return [edit(first), ...others.map(edit)];
}

/** The key of a part that is all of the print, whatever tools the file has. */
export const WHOLE = 'all';

/** The part of a print that has only one. */
export function wholePart(firstLetter: string, swaps: readonly PlannedSwap[] = []): PlannedPart {
  return { key: WHOLE, firstLetter, swaps };
}

/** What tells which section belongs to which part. */
export interface Parted {
  readonly parts: readonly Pick<PlannedPart, 'key'>[];
  readonly stretches: readonly Stretch[];
}

/** True for a plan whose print is one part, whatever tools or stops the file has. */
export function isWhole({ parts }: Pick<Parted, 'parts'>): boolean {
  return parts[0].key === WHOLE;
}

/** A stop of the file that stands for a change of filament: what comes behind it belongs to a part. */
export interface Stretch {
  /** Line of the stop, from 1. */
  readonly line: number;
  readonly part: string;
}

/** The part that a file with such stops begins with. */
export const FIRST_STRETCH = 'P1';

/** The stop that each section lies behind, of those that stand for a change; null before the first. */
export function stretchOfSections(
  { sections }: Pick<SlicedFile, 'sections'>,
  stretches: readonly Stretch[],
): (Stretch | null)[] {
  let at = 0;
  return sections.map(({ firstLine }) => {
    while (at < stretches.length && stretches[at].line < firstLine) at++;
    return stretches[at - 1] ?? null;
  });
}

/** The key of the part that each section belongs to, as a plan has it. A model is one part. */
export function partOfSections(plan: Parted, { sections }: Pick<Print, 'sections'>): string[] {
  if (isWhole(plan) || !sections.every(isSlicedSection)) return sections.map(() => WHOLE);
  return foundParts({ sections }, plan.stretches);
}

/** The key of the part that each section belongs to, as the file itself shows it. */
export function foundParts(
  { sections }: Pick<SlicedFile, 'sections'>,
  stretches: readonly Stretch[],
): string[] {
  if (sections.some(({ source }) => source > 0)) return partsOfSources(sections);
  if (stretches.length === 0) return sections.map(({ tool }) => `T${tool}`);
  return stretchOfSections({ sections }, stretches).map((one) => one?.part ?? FIRST_STRETCH);
}

/** Parts of several files: `1` for what the first prints, `2.T1` where a file has several tools. */
function partsOfSources(sections: SlicedFile['sections']): string[] {
  const tools = new Map<number, Set<number>>();
  for (const { source, tool } of sections) {
    tools.set(source, (tools.get(source) ?? new Set()).add(tool));
  }
  return sections.map(({ source, tool }) => {
    const file = String(source + 1);
    return tools.get(source)!.size > 1 ? `${file}.T${tool}` : file;
  });
}

/**
 * What a block calls a part: as it is, or where there are several files by the fingerprint of its file, so that it
 * is called so in whatever order the files are named.
 */
export function partInBlocks(
  key: string,
  sources: readonly Pick<SourceSpan, 'fingerprint'>[],
): string {
  const match = /^(\d+)((?:\.T\d+)?)$/.exec(key);
  if (!match) return key;
  const { fingerprint } = sources[Number(match[1]) - 1];
  return `${fingerprint.slice(0, 8)}${match[2]}`;
}

/**
 * The swaps of a part as they come out in print, lowest first. With the extra layer each comes one layer
 * later; one before the last layer has no room and stays. Of two that meet, the later colour counts.
 * One before layer 1 changes nothing and is left out.
 */
export function printedSwapsOf(
  { swaps }: Pick<PlannedPart, 'swaps'>,
  extraLayer: boolean,
  layerCount: number,
): PlannedSwap[] {
  const byLayer = new Map<number, PlannedSwap>();
  for (const swap of swaps) {
    const { layer } = swap;
    if (layer < 2) continue;
    const later = extraLayer && layer < layerCount ? layerNumber(layer + 1) : layer;
    byLayer.set(later, { ...swap, layer: later, chosen: layer });
  }
  return [...byLayer.values()];
}

/** The swap whose colour a part has at a layer; null below its first. */
export function swapAt(swaps: readonly PlannedSwap[], layer: number): PlannedSwap | null {
  return swaps.findLast((swap) => swap.layer <= layer) ?? null;
}

/** A stretch of layers of one part in one filament: from its beginning for null, or from a swap on. */
export interface PartStretch {
  readonly part: string;
  /** The layer by which the plan names the swap. */
  readonly from: LayerNumber | null;
}

/** The stretch of a part that a swap begins. */
export function stretchFrom(part: string, swap: PlannedSwap | null): PartStretch {
  return { part, from: swap && chosenLayer(swap) };
}
