import type { ByteSource } from '../byteSource';
import type { SlicedFile } from '../read/slicedFile';
import { Machine, type MachineState } from '../gcode/machine';
import { commandText } from '../gcode/stops';
import { obeyLines } from '../gcode/obey';
import type { Effect } from '../gcode/effect';
import { Words } from '../gcode/lines/words';
import { stateAt } from '../printer/stateAt';
import { BlockTrace, type NozzlePoint } from './blockTrace';
import { BlockFinder } from '../blocks/blocks';
import { PrintedHeights } from '../print/printedHeights';
import { reachOf, type Printer } from '../printer/printer';
import { brokenPromises, NO_PROMISES, type BlockPromises } from '../recipe/promises';
import { stateWith } from '../recipe/settings';
import { findCollision, type PrintedSoFar } from './clearance';
import type { Insertion, Standing } from '../blocks/insertion';
import { stateDifferences } from './statements/stateCheck';

/** The path of the nozzle round a swap, machine mm: from the old colour's end to the new one's start. */
export interface SwapRoute {
  readonly layer: number;
  /** Where the old colour ends, where the swap begins, and where the new colour starts. */
  readonly oldEnd: NozzlePoint;
  readonly stop: NozzlePoint;
  readonly newStart: NozzlePoint;
  /** Places that the swap itself goes to, in order; empty when the firmware moves by itself. */
  readonly moves: readonly NozzlePoint[];
  /** Where it waits; null when the firmware chooses the place. */
  readonly park: NozzlePoint | null;
}

/** What following a swap's block found. */
export interface DryRun {
  readonly route: SwapRoute;
  /** Why the proof would not hold, in a sentence; null when nothing stands against it. */
  readonly trouble: string | null;
}

/**
 * Follows the blocks of all swaps from the places where they stand, without the rest of the file.
 * @param insertions all that goes into the file.
 */
export async function dryRuns(
  input: ByteSource,
  reading: SlicedFile,
  printer: Printer,
  insertions: readonly Insertion[],
): Promise<DryRun[]> {
  // In the order of the file, what stands is known at every place of the bed.
  const asFile = insertions.every(({ offset, resume }) => resume.offset === offset);
  const heights = new PrintedHeights(reading);
  const runs = insertions.flatMap((insertion) => {
    const { title, standing } = insertion;
    if (title?.kind !== 'swap' || !standing) return [];
    const along = (): number => standing.moment.printedTop;
    const everNear = heights.everNear.bind(heights);
    const layer = title.inside ? title.layer + 1 : title.layer;
    const printed = { heights: asFile ? heights : { along, highestIn: along, everNear }, layer };
    return [dryRun(input, reading, printer, insertion, standing, printed)];
  });
  return Promise.all(runs);
}

async function dryRun(
  input: ByteSource,
  reading: SlicedFile,
  printer: Printer,
  insertion: Insertion,
  { moment, section, before }: Standing,
  { heights, layer }: Pick<PrintedSoFar, 'heights' | 'layer'>,
): Promise<DryRun> {
  const { sections, hasUndrawn } = reading;
  const { state: to, settings, settingsBefore } = moment;
  const from = stateWith(settingsBefore, moment.from ?? to);
  const { machine, trace, promises } = follow(insertion, from, printer);
  const point = ({ x, y, z }: NozzlePoint): NozzlePoint => ({ x, y, z });
  const next = sections[section];
  const oldEnd = sections[before ?? section].endOffset;
  const route: SwapRoute = {
    layer: next.layer,
    oldEnd: point(await stateAt(input, reading, oldEnd)),
    stop: point(from),
    newStart: point(next.state),
    moves: trace.moves.map(({ to: end }) => point(end)),
    park: trace.stops.find(({ park }) => park !== null)?.park ?? null,
  };
  const printed = { heights, hasUndrawn, layer };
  const collision = findCollision(trace, printed, reachOf(printer), to, from, {
    head: printer.nozzle.head,
  });
  const differences = stateDifferences(stateWith(settings, to), machine.capture());
  const broken = brokenPromises(promises, trace.kept);
  const trouble = troubleIn(trace, collision?.message ?? null, [
    ...differences,
    ...broken.map(({ message }) => `it ${message}`),
  ]);
  const where = insertion.title?.inside ? 'in' : 'before';
  return { route, trouble: trouble && `The swap ${where} layer ${next.layer} ${trouble}.` };
}

/** Runs a block's own lines from a state of the printer. */
function follow(
  { bytes }: Insertion,
  state: MachineState,
  printer: Printer,
): { machine: Machine; trace: BlockTrace; promises: BlockPromises } {
  const finder = new BlockFinder();
  finder.read(bytes, bytes.length, 0);
  const block = finder.blocks.at(0);
  const trace = new BlockTrace(
    block ?? { kind: 'swap', own: [], carried: [], promises: null },
    printer,
  );
  const stopWords = [...printer.stopWords, ...(block?.stopWord ? [block.stopWord] : [])];
  const machine = Machine.from(state, stopWords);
  const words = new Words();
  let line = 0;
  const after = (effect: Effect, at: number): void => {
    line++;
    trace.obey({ machine, words, effect, line, text: commandText(words, bytes, at) });
  };
  obeyLines(machine, words, bytes, bytes.length, { after });
  return { machine, trace, promises: block?.promises ?? NO_PROMISES };
}

/** What is wrong with a block, as the end of a sentence; null when nothing is. */
function troubleIn(
  { releaseLine, coldLine, stops, unknown }: BlockTrace,
  collision: string | null,
  differences: readonly string[],
): string | null {
  if (unknown !== null) return unknown.message;
  if (collision !== null) return `is not safe: ${collision}`;
  if (releaseLine !== null) return 'may switch the motors off, and the head position would be lost';
  if (coldLine !== null) return 'switches a heater off';
  if (stops.length > 1) return `stops the printer ${stops.length} times`;
  return differences.length > 0 ? `does not restore everything: ${differences.join(', ')}` : null;
}
