import { chunksOf, type ByteSource } from '../byteSource';
import { laterStarts } from '../gcode/freshStarts';
import type { MachineState } from '../gcode/machine';
import { ORDINARY_PROFILE } from '../printer/printer';
import {
  SimulatedPrinter,
  type ObeyedLine,
  type SimulationOptions,
  type WatchedStretch,
} from '../printer/simulate';
import { PrintedHeights } from '../print/printedHeights';
import { BlockTrace } from './blockTrace';
import type { BlockFinder } from '../blocks/blocks';
import { findBlocks } from '../blocks/findBlocks';
import { checkOrder } from './statements/orderChecks';
import { outputOrder, sectionPlaces, toolChangesOf } from './outputOrder';
import { checkBytes } from './statements/byteCheck';
import { copiesOf, inputBehind } from '../blocks/copies';
import { mutedLine } from './statements/muteCheck';
import type { MutedLine } from './mutedLine';
import type { Proof, ProofInputs } from './proofTypes';
import { checkCuts } from './statements/cutChecks';
import { checkLifts } from './statements/liftChecks';
import { checkBlocks, checkFile } from './statements/blockChecks';
import { assumedSettings, withAssumed, type AssumedSettings } from '../write/seams/assumed';
import { onlyRises } from '../write/rising';
import { TravelCheck } from './statements/travelCheck';

/**
 * Proves an output against its input:
 * 1. without Lamella's blocks it is the input, byte for byte; in another order, all that prints is there once;
 * 2. the file and every block can be followed, and after each block the printer's state is what it
 *    is at that place of the input, on every kind of firmware, except for what the block changes on
 *    purpose;
 * 3. in a block the nozzle stays above what is printed and inside the machine, pushes filament out
 *    only where it waits, and there as much as the block says;
 * 4. there are as many stops as planned, each in its place, every section prints in its filament, and nothing
 *    was taken out of the file but what was asked for and what speaks of tools;
 * 5. no block switches a heater off, each heats as it says, and the heaters end as in the input.
 */
export async function proveOutput(
  input: ByteSource,
  output: ByteSource,
  inputs: ProofInputs,
): Promise<Proof> {
  const { planned, printer = ORDINARY_PROFILE, reading, cuts = [], onProgress } = inputs;
  const { sources } = reading;
  const found = await findBlocks(output, sources);
  const { blocks, mutes } = found;
  const copies = copiesOf(found, output.size);
  const own = blocks.flatMap(({ stopWord }) => stopWord ?? []);
  const stopWords = [...new Set([...printer.stopWords, ...own])];
  const places = blocks.map(({ end }) => inputBehind(copies, end));
  const mutePlaces = mutes.map(({ end }) => inputBehind(copies, end));
  const run = simulations(stopWords, onProgress);
  const bytes = await checkBytes(input, output, found, reading);
  // In another order, places of the input do not rise with those of the output.
  const muteOrder = mutePlaces.map((_, i) => i).sort((a, b) => mutePlaces[a] - mutePlaces[b]);
  const muted: MutedLine[] = [];
  const lines = muteOrder.map((i) => ({ start: mutePlaces[i], end: mutePlaces[i] + 1 }));
  const wanted = [...places, ...sectionPlaces(reading, input.size)];
  const rising = [...new Set(wanted)].sort((a, b) => a - b);
  const noteMuted = (mute: number, obeyed: ObeyedLine): void => {
    muted[muteOrder[mute]] = mutedLine(obeyed);
  };
  const before = await run(input, rising, lines, noteMuted, { freshAt: laterStarts(sources) });
  const tools = toolChangesOf(found, reading, planned, before.toolLines, muted, copies);
  const assumed = await assumedSettings(input, reading, printer);
  const order = outputOrder(before, rising, reading, found, copies, muted, tools, assumed);
  const edges = blocks.flatMap(({ start, end }) => [start, end]);
  const watched = [...new Set([...edges, ...order.openSeams.map(({ at }) => at)])];
  watched.sort((a, b) => a - b);
  const dipMm = planned?.arrangement.dipMm ?? null;
  const follow = async (travels: TravelCheck | null) => {
    const traces = blocks.map((block) => new BlockTrace(block, printer));
    const trace = (block: number, obeyed: ObeyedLine): void => traces[block].obey(obeyed);
    const onMove = travels ? travels.take.bind(travels) : undefined;
    const after = await run(output, watched, blocks, trace, { onMove, goesOnAt: cuts });
    return { traces, after, travels };
  };
  const travelsOf = (withMap: boolean): TravelCheck =>
    new TravelCheck(reading, printer, copies, blocks, dipMm, withMap);
  const stretches = copies.map(({ start, end, inputStart }) => {
    return { offset: inputStart, end: inputStart + end - start };
  });
  // In its own order a file alone knows its travels.
  let followed = await follow(order.keepsOrder ? null : travelsOf(!onlyRises(reading, stretches)));
  if (followed.travels?.needsMap) followed = await follow(travelsOf(true));
  const { traces, after, travels } = followed;
  const outputStates = statesOfOutput(found, watched, after, assumed);
  const heights = new PrintedHeights(reading);
  const muteAt = new Map(mutes.map(({ start }, i) => [start, muted[i]]));
  const proven = {
    found,
    lifts: blocks.filter(({ kind }) => kind === 'lift' || kind === 'lower'),
    places,
    muted,
    muteAt,
    before,
    inputStates: places.map((place) => order.states.get(place)!),
    order,
    assumed,
    after,
    stateIn: (place: number) => outputStates.get(place)!,
    traces,
    printer,
    planned,
    reading,
    heights,
  };
  const checks = [
    bytes,
    ...checkFile(reading),
    ...checkBlocks(proven),
    ...(await checkOrder(input, proven)),
    ...(travels?.checks() ?? []),
    ...checkLifts(proven),
    ...checkCuts(proven, cuts),
  ];
  checks.sort((a, b) => a.check - b.check);
  return { ok: checks.every((check) => check.ok), checks };
}

type Run = (
  source: ByteSource,
  captureAt: readonly number[],
  stretches: readonly WatchedStretch[],
  watch: (stretch: number, obeyed: ObeyedLine) => void,
  more?: Pick<SimulationOptions, 'freshAt' | 'goesOnAt' | 'onMove'>,
) => Promise<SimulatedPrinter>;

/** Runs files on simulated printers, and tells how many bytes of all of them are done. */
function simulations(stopWords: readonly string[], onProgress: ProofInputs['onProgress']): Run {
  let done = 0;
  return async (source, captureAt, stretches, watch, more = {}) => {
    const simulated = new SimulatedPrinter({ captureAt, stopWords, stretches, watch, ...more });
    for await (const chunk of chunksOf(source)) {
      simulated.push(chunk);
      done += chunk.length;
      onProgress?.(done);
    }
    simulated.finish();
    return simulated;
  };
}

/** The printer's state at the watched places of the output. */
function statesOfOutput(
  { jumps }: BlockFinder,
  watched: readonly number[],
  after: SimulatedPrinter,
  assumed: AssumedSettings,
): ReadonlyMap<number, MachineState> {
  // Where the output has gone to another place, all that is taken to hold has been said.
  const goesOn = jumps.find(({ start }) => start > 0)?.start ?? Infinity;
  return new Map(
    watched.map((place, i) => {
      const state = after.captured[i];
      return [place, place < goesOn ? withAssumed(state, assumed) : state];
    }),
  );
}
