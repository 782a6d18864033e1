import type { MachineState } from '../gcode/machine';
import type { ToolLine } from '../gcode/toolHeat';
import type { SimulatedPrinter } from '../printer/simulate';
import type { PrintedHeights } from '../read/printedHeights';
import type { Reading } from '../read/reading';
import { firstIndex } from '../search';
import type { Block, BlockFinder } from './blocks';
import type { PrintedSoFar } from './clearance';
import { inOutput, type Copy } from './copies';
import type { OutputRequest } from './insert';
import type { MutedLine } from './proofTypes';
import { printedUpTo } from './seams';
import { toolAnswer } from './toolLines';

/** A section where the output prints it. */
export interface PrintedSection {
  /** Place among the reading's sections. */
  readonly section: number;
  /** Offset in the output of its restart. */
  readonly at: number;
}

/** What the proof knows of an output whose sections have filaments of their own. */
export interface ArrangedRun {
  /** The sections in the order in which the output prints them. */
  readonly order: readonly PrintedSection[];
  /** What the input wants at its places, with one nozzle for all tools. */
  readonly states: ReadonlyMap<number, MachineState>;
  /** What the input ends with, and what it says of tools. */
  readonly end: MachineState;
  readonly toolLines: readonly ToolLine[];
  /** Ends of blocks that stand for a line by which the file switches a tool off. */
  readonly isOff: ReadonlySet<number>;
  /** Sections on the way to which the file changes its tool, and no block of the output leads. */
  readonly openSeams: readonly PrintedSection[];
  /** Whether a line that was taken out, by its place among them, speaks of a tool and has to go. */
  readonly isToolLine: (mute: number) => boolean;
  /** Whether a place of the input is in the output at all. */
  readonly isCopied: (offset: number) => boolean;
  /** What stands when a block begins: as high as the highest that is printed by then, everywhere. */
  readonly printedBefore: (
    block: Block,
    heights: PrintedHeights,
    reading: Pick<Reading, 'priming' | 'hasUndrawn'>,
  ) => PrintedSoFar;
  /** Whether a block stands where a section of its layer begins, or where the file has printed its last. */
  readonly standsAtSection: (block: Block, place: number) => boolean;
}

const T = /^T\d/i;

/** Whether an output has sections in filaments of their own: its order, or a tool change that is gone, says so. */
export function isArranged(
  { jumps, blocks, mutes }: BlockFinder,
  { sources }: Pick<Reading, 'sources'>,
  planned: OutputRequest | null,
): boolean {
  if (sources.length > 1 || planned?.arrangement || jumps.length > 0) return true;
  const inside = ({ kind, inside: isIn }: Block): boolean =>
    kind === 'hop' || (kind === 'swap' && isIn);
  return blocks.some(inside) || mutes.some(({ text }) => T.test(text.trimStart()));
}

/** Places of the input at which its state is wanted then. */
export function arrangedPlaces(
  { sections, sources }: Pick<Reading, 'sections' | 'sources'>,
  size: number,
): number[] {
  const places = sections.flatMap(({ travelOffset, restartOffset, firstOffset }) => [
    travelOffset,
    restartOffset,
    firstOffset,
  ]);
  const ends = sources.map(({ endSection }) => sections[endSection - 1]?.endOffset ?? 0);
  return [...places, ...ends, size];
}

/**
 * What an arranged output is held to.
 * @param before the input as a simulated printer ran it, captured at `arrangedPlaces`.
 * @param captured the places at which it was captured.
 */
export function arrangedRun(
  before: SimulatedPrinter,
  captured: readonly number[],
  reading: Pick<Reading, 'sections' | 'sources'>,
  { blocks, mutes, jumps }: BlockFinder,
  copies: readonly Copy[],
  muted: readonly (MutedLine | undefined)[],
): ArrangedRun {
  const { sections, sources } = reading;
  const { ofTools, toolLines } = before;
  const raw = new Map(captured.map((place, i) => [place, ofTools[i]]));
  const changes = toolLines.flatMap(({ kind, offset }) => (kind === 'change' ? [offset] : []));
  const states = new Map(raw);
  const changed = new Set<number>();
  sections.forEach(({ travelOffset, restartOffset, firstOffset }, i) => {
    const change = changes[firstIndex(changes.length, (at) => changes[at] >= travelOffset)];
    if (!(change < firstOffset)) return;
    changed.add(i);
    const [restart, first] = [raw.get(restartOffset)!, raw.get(firstOffset)!];
    // What the file pushes forward before it prints is what has to be pulled back.
    // It has to be as hot as the tool that prints, which may be named as late as right before.
    const { nozzleTarget } = first;
    states.set(restartOffset, {
      ...restart,
      nozzleTarget,
      retracted: Math.max(0, first.e - restart.e),
    });
  });
  const byLine = new Map(toolLines.map((line) => [line.line, line]));
  const toolLineOf = (mute: number): ToolLine | undefined => byLine.get(muted[mute]?.line ?? -1);
  const isOff = new Set(
    mutes.flatMap(({ start }, i) => {
      const line = toolLineOf(i);
      return line?.kind === 'heat' && line.celsius <= 0 ? [start] : [];
    }),
  );
  const order = sections
    .flatMap(({ restartOffset }, section): PrintedSection[] => {
      const at = inOutput(copies, restartOffset);
      return at === null ? [] : [{ section, at }];
    })
    .sort((a, b) => a.at - b.at);
  const lastSource = sections[order.at(-1)?.section ?? 0]?.source ?? 0;
  const lastEnd = sections[sources[lastSource].endSection - 1]?.endOffset ?? 0;
  const blockEnds = new Map(blocks.map((block) => [block.end, block]));
  const jumpEnds = new Set(jumps.map(({ end }) => end));
  return {
    order,
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
    printedBefore: (block, heights, { priming, hasUndrawn }) => {
      const done = order.filter(({ at }) => at < block.end);
      const before = done.filter(({ at }) => at < block.start);
      const primed = priming.reduce((top, { z }) => Math.max(top, z), 0);
      const top = before.reduce((most, one) => Math.max(most, sections[one.section].z), primed);
      return {
        heights: { along: () => top, everNear: (at, radius) => heights.everNear(at, radius) },
        hasUndrawn,
        layer: block.layer,
      };
    },
    standsAtSection: ({ kind, layer, inside, start }, place) => {
      const isEnd = kind === 'hop' && place === lastEnd;
      const at = sections.findIndex((one) => one.restartOffset === place && one.layer === layer);
      if (at < 0) return isEnd;
      const begun = order.some(
        (one) => one.at < start && sections[one.section].layer === layer && one.section !== at,
      );
      return kind === 'warning' || begun === inside;
    },
  };
}
