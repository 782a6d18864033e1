import { layerNumber, type LayerNumber } from '../gcode/layers';
import type { Reading } from '../read/reading';
import type { PlannedSwap } from './plannedSwap';

/** A part of the print as a plan has it: with which filament it begins, and its own swaps by layer. */
export interface PlannedPart {
  /** `T0` for what a tool prints, `P1` for what lies between stops of the file. */
  readonly key: string;
  readonly firstLetter: string;
  readonly swaps: readonly PlannedSwap[];
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
  { sections }: Pick<Reading, 'sections'>,
  stretches: readonly Stretch[],
): (Stretch | null)[] {
  let at = 0;
  return sections.map(({ firstLine }) => {
    while (at < stretches.length && stretches[at].line < firstLine) at++;
    return stretches[at - 1] ?? null;
  });
}

/** The key of the part that each section belongs to. */
export function partOfSections(
  { sections }: Pick<Reading, 'sections'>,
  stretches: readonly Stretch[],
): string[] {
  if (sections.some(({ source }) => source > 0)) return partsOfSources(sections);
  if (stretches.length === 0) return sections.map(({ tool }) => `T${tool}`);
  return stretchOfSections({ sections }, stretches).map((one) => one?.part ?? FIRST_STRETCH);
}

/** Parts of several files: `1` for what the first prints, `2.T1` where a file has several tools. */
function partsOfSources(sections: Reading['sections']): string[] {
  const tools = new Map<number, Set<number>>();
  for (const { source, tool } of sections) {
    tools.set(source, (tools.get(source) ?? new Set()).add(tool));
  }
  return sections.map(({ source, tool }) => {
    const file = String(source + 1);
    return tools.get(source)!.size > 1 ? `${file}.T${tool}` : file;
  });
}

/** The keys of a print's parts, in the order in which they first print. */
export function partKeys(
  reading: Pick<Reading, 'sections'>,
  stretches: readonly Stretch[],
): string[] {
  return [...new Set(partOfSections(reading, stretches))];
}

/** The swaps of a part as they come out in print: see `printedSwaps`. */
export function printedSwapsOf(
  swaps: readonly PlannedSwap[],
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
export function partSwapAt(swaps: readonly PlannedSwap[], layer: LayerNumber): PlannedSwap | null {
  return swaps.findLast((swap) => swap.layer <= layer) ?? null;
}
