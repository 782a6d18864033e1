import type { MachineState } from '../gcode/machine';
import type { ToolLine } from '../gcode/toolHeat';
import type { SimulatedPrinter } from '../printer/simulate';
import type { PrintedHeights } from '../print/printedHeights';
import type { SlicedFile } from '../read/slicedFile';
import { firstIndex } from '../search';
import type { Block, BlockFinder } from '../blocks/blocks';
import type { PrintedSoFar } from './clearance';
import { inOutput, type Copy } from '../blocks/copies';
import type { ToolChanges } from '../plan/arrangement';
import type { OutputRequest } from '../write/request/request';
import type { MutedLine } from './mutedLine';
import { withAssumed, type AssumedSettings } from '../write/seams/assumed';
import { keepsOrder } from '../write/rising';
import { printedUpTo } from '../write/seams/seams';
import { toolAnswer } from '../write/toolLines';

/** A section where the output prints it. */
interface PlacedSection {
  /** Place among the reading's sections. */
  readonly section: number;
  /** Offset in the output of its restart. */
  readonly at: number;
}

/** What the proof knows of the order in which an output prints, and of what the input wants there. */
export interface OutputOrder {
  readonly tools: ToolChanges;
  /** The sections in the order in which the output prints them. */
  readonly order: readonly PlacedSection[];
  /** It prints in the order of the file, and leaves nothing out. */
  readonly asFile: boolean;
  /** It prints the sections of its only file in their order, whatever it leaves out or leads over. */
  readonly keepsOrder: boolean;
  /** What the input wants at its places: with one nozzle for all tools where its tool changes are gone. */
  readonly states: ReadonlyMap<number, MachineState>;
  /** What the input ends with, and what it says of tools. */
  readonly end: MachineState;
  readonly toolLines: readonly ToolLine[];
  /** Ends of blocks that stand for a line by which the file switches a tool off. */
  readonly isOff: ReadonlySet<number>;
  /** Sections on the way to which the file changes its tool, and no block of the output leads. */
  readonly openSeams: readonly PlacedSection[];
  /** Whether a line that was taken out, by its place among them, speaks of a tool and has to go. */
  readonly isToolLine: (mute: number) => boolean;
  /** Whether a place of the input is in the output at all. */
  readonly isCopied: (offset: number) => boolean;
  /** What stands when a block begins. */
  readonly printedBefore: (
    block: Block,
    heights: PrintedHeights,
    reading: Pick<SlicedFile, 'priming' | 'hasUndrawn'>,
  ) => PrintedSoFar;
  /** Whether a block stands before a section of its layer, or where the file has printed its last. */
  readonly standsAtSection: (block: Block, place: number) => boolean;
}

/**
 * What an output has made of the tool changes of its input, as the plan has it, or as it shows: one that is left
 * in shows that they stay.
 * @param toolLines what the input says of tools.
 * @param muted lines of the input that the output has taken out.
 */
export function toolChangesOf(
  { blocks }: BlockFinder,
  { sources }: Pick<SlicedFile, 'sources'>,
  planned: OutputRequest | null,
  toolLines: readonly ToolLine[],
  muted: readonly (MutedLine | undefined)[],
  copies: readonly Copy[],
): ToolChanges {
  if (planned) return planned.arrangement.tools;
  if (sources.length > 1) return 'one-nozzle';
  const out = new Set(muted.map((one) => one?.line));
  if (toolLines.some(({ line }) => out.has(line))) return 'one-nozzle';
  const changes = toolLines.filter(({ kind }) => kind === 'change');
  if (changes.length > 0) {
    const stays = changes.some(({ offset }) => inOutput(copies, offset) !== null);
    return stays ? 'as-sliced' : 'one-nozzle';
  }
  return blocks.some(({ kind, inside }) => kind === 'swap' && inside) ? 'one-nozzle' : 'as-sliced';
}

/** Places of the input at which its state is wanted. */
export function sectionPlaces(
  { sections, sources }: Pick<SlicedFile, 'sections' | 'sources'>,
  size: number,
): number[] {
  const places = sections.flatMap(({ travelOffset, restartOffset, firstOffset, endOffset }) => [
    travelOffset,
    restartOffset,
    firstOffset,
    endOffset,
  ]);
  const ends = sources.map(({ endSection }) => sections[endSection - 1]?.endOffset ?? 0);
  return [...places, ...ends, size];
}

/**
 * What an output is held to.
 * @param before the input as a simulated printer ran it, captured at `sectionPlaces`.
 * @param captured the places at which it was captured.
 */
export function outputOrder(
  before: SimulatedPrinter,
  captured: readonly number[],
  reading: Pick<SlicedFile, 'sections' | 'sources'>,
  { blocks, mutes, jumps, gaps }: BlockFinder,
  copies: readonly Copy[],
  muted: readonly (MutedLine | undefined)[],
  tools: ToolChanges,
  assumed: AssumedSettings,
): OutputOrder {
  const { sections, sources } = reading;
  const isOneNozzle = tools === 'one-nozzle';
  const toolLines = isOneNozzle ? before.toolLines : [];
  const { states, changed } = wantedStates(
    before,
    captured,
    sections,
    toolLines,
    isOneNozzle,
    assumed,
  );
  const byLine = new Map(toolLines.map((line) => [line.line, line]));
  const toolLineOf = (mute: number): ToolLine | undefined => byLine.get(muted[mute]?.line ?? -1);
  const isOff = new Set(
    mutes.flatMap(({ start }, i) => {
      const line = toolLineOf(i);
      return line?.kind === 'heat' && line.celsius <= 0 ? [start] : [];
    }),
  );
  const order = sections
    .flatMap(({ restartOffset }, section): PlacedSection[] => {
      const at = inOutput(copies, restartOffset);
      return at === null ? [] : [{ section, at }];
    })
    .sort((a, b) => a.at - b.at);
  const lastSource = sections[order.at(-1)?.section ?? 0]?.source ?? 0;
  const lastEnd = sections[sources[lastSource].endSection - 1]?.endOffset ?? 0;
  const blockEnds = new Map(blocks.map((block) => [block.end, block]));
  const jumpEnds = new Set(jumps.map(({ end }) => end));
  const asFile = jumps.length === 0 && gaps.length === 0;
  return {
    tools,
    order,
    asFile,
    keepsOrder: keepsOrder(
      reading,
      order.map(({ section }) => section),
    ),
    states,
    end: before.endings[lastSource],
    toolLines,
    isOff,
    openSeams: order.filter(
      ({ section, at }) => changed.has(section) && !blockEnds.has(at) && !jumpEnds.has(at),
    ),
    isToolLine: (mute) => {
      const line = toolLineOf(mute);
      if (!line) return false;
      const answer = toolAnswer(line, printedUpTo(reading, line.offset));
      // The one that stands for it says the temperature itself; it is looked at like any other.
      if (answer === 'without-tool') return blockEnds.get(mutes[mute].start)?.kind === 'rewrite';
      return answer === 'take-out';
    },
    isCopied: (offset) => inOutput(copies, offset) !== null,
    printedBefore: printedBefore(order, sections, asFile),
    standsAtSection: standsAtSection(order, sections, lastEnd),
  };
}

/** What is printed before a block, as far as it is known in this order. */
function printedBefore(
  order: readonly PlacedSection[],
  sections: SlicedFile['sections'],
  asFile: boolean,
): OutputOrder['printedBefore'] {
  return (block, heights, { priming, hasUndrawn }) => {
    // In the order of the file, what stands is known at every place of the bed.
    if (asFile) {
      const layer = block.inside ? block.layer + 1 : block.layer;
      return { heights, hasUndrawn, layer };
    }
    const primed = priming.reduce((top, { z }) => Math.max(top, z), 0);
    const top = order.reduce(
      (most, { section, at }) => (at < block.start ? Math.max(most, sections[section].z) : most),
      primed,
    );
    return {
      heights: { along: () => top, highestIn: () => top, everNear: heights.everNear.bind(heights) },
      hasUndrawn,
      layer: block.layer,
    };
  };
}

/**
 * Whether a block stands where a section begins, of the layer that it names.
 * @param lastEnd where the last section of the last file ends in the input.
 */
function standsAtSection(
  order: readonly PlacedSection[],
  sections: SlicedFile['sections'],
  lastEnd: number,
): OutputOrder['standsAtSection'] {
  return ({ kind, layer, inside, start }, place) => {
    const at = sections.findIndex(
      (one, i) =>
        one.layer === layer &&
        place <= one.firstOffset &&
        place >= (i === 0 ? 0 : one.travelOffset),
    );
    if (at < 0) return kind === 'hop' && place === lastEnd;
    const begun = order.some(
      (one) => one.at < start && sections[one.section].layer === layer && one.section !== at,
    );
    return begun === inside;
  };
}

/** What the input wants at its places, and the sections on the way to which one nozzle takes another's filament. */
function wantedStates(
  before: SimulatedPrinter,
  captured: readonly number[],
  sections: SlicedFile['sections'],
  toolLines: readonly ToolLine[],
  isOneNozzle: boolean,
  assumed: AssumedSettings,
): { states: Map<number, MachineState>; changed: Set<number> } {
  const all = isOneNozzle ? before.ofTools : before.captured;
  const raw = new Map(captured.map((place, i) => [place, withAssumed(all[i], assumed)]));
  const changes = toolLines.flatMap(({ kind, offset }) => (kind === 'change' ? [offset] : []));
  const states = new Map(raw);
  const changed = new Set<number>();
  sections.forEach(({ travelOffset, restartOffset, firstOffset }, i) => {
    const change = changes[firstIndex(changes.length, (at) => changes[at] >= travelOffset)];
    if (!(change < firstOffset)) return;
    changed.add(i);
    const [restart, first] = [raw.get(restartOffset)!, raw.get(firstOffset)!];
    // What the file un-retractes before it prints is what has to be retracted.
    // It has to be as hot as the tool that prints, which may be named as late as right before.
    const { nozzleTarget } = first;
    states.set(restartOffset, {
      ...restart,
      nozzleTarget,
      retracted: Math.max(0, first.e - restart.e),
    });
  });
  return { states, changed };
}
