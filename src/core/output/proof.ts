import { chunksOf, type ByteSource } from '../byteSource';
import { LineStream } from '../gcode/lineStream';
import type { Reading } from '../gcode/reading';
import { ORDINARY_PROFILE, type Printer } from '../printer/printer';
import { SimulatedPrinter, type WatchedStretch } from '../printer/simulate';
import { emptyTrace, traceLine } from './blockTrace';
import { BlockFinder } from './blocks';
import { checkBytes } from './byteCheck';
import type { OutputRequest } from './insert';
import { checkBlocks, type ProvenRun } from './runChecks';

/** One statement of the proof, by its number in {@link proveOutput}. */
export interface ProofCheck {
  readonly check: 1 | 2 | 3 | 4 | 5;
  readonly ok: boolean;
  readonly message: string;
  /** Line of the output that breaks it, from 1. */
  readonly line?: number;
}

/** The output is handed out only when all of it holds. */
export interface Proof {
  readonly ok: boolean;
  readonly checks: readonly ProofCheck[];
}

/** What an output is proven against. */
export interface ProofGround {
  readonly reading: Pick<Reading, 'layers' | 'footprint'>;
  /** What was asked for; null to take the blocks' own words for it. */
  readonly planned: Pick<OutputRequest, 'swaps' | 'recipe' | 'loadFirst'> | null;
  readonly printer?: Printer;
  /** Told how many bytes of both files have been run through. */
  readonly onProgress?: (bytes: number) => void;
}

/**
 * Proves an output against its input:
 * 1. without Lamella's blocks it is the input, byte for byte;
 * 2. after each block the printer's state is what it is at that place of the input, except for
 *    what the block changes on purpose;
 * 3. in a block the nozzle stays above what is printed and inside the machine, and pushes filament
 *    out only where it waits;
 * 4. there are as many stops as planned, each before its layer;
 * 5. no block switches a heater off, and the heaters end as in the input.
 */
export async function proveOutput(
  input: ByteSource,
  output: ByteSource,
  ground: ProofGround,
): Promise<Proof> {
  const { planned, printer = ORDINARY_PROFILE, onProgress } = ground;
  const found = await findBlocks(output);
  const { blocks, insertions } = found;
  const own = blocks.flatMap(({ stopWord }) => stopWord ?? []);
  const stopWords = [...new Set([...printer.stopWords, ...own])];
  const places = offsetsInInput(blocks, insertions);
  const mutePlaces = offsetsInInput(found.mutes, insertions);
  let done = 0;
  const run = async (
    source: ByteSource,
    captureAt: readonly number[],
    stretches: readonly WatchedStretch[],
  ) => {
    const traces = blocks.map(emptyTrace);
    const simulated = new SimulatedPrinter({
      captureAt,
      stopWords,
      stretches,
      watch: (stretch, obeyed) => traceLine(traces[stretch], obeyed),
    });
    for await (const chunk of chunksOf(source)) {
      simulated.push(chunk);
      done += chunk.length;
      onProgress?.(done);
    }
    simulated.finish();
    return { simulated, traces };
  };
  const bytes = await checkBytes(input, output, found);
  const before = await run(input, places, []);
  const edges = blocks.flatMap(({ start, end }) => [start, end]);
  const after = await run(output, edges, blocks);
  const proven: ProvenRun = {
    found,
    places,
    mutePlaces,
    before: before.simulated,
    after: after.simulated,
    traces: after.traces,
    printer,
    planned,
    ...ground.reading,
  };
  const checks = [bytes, ...checkBlocks(proven)];
  return { ok: checks.every((check) => check.ok), checks };
}

/** Finds the blocks of a file. */
export async function findBlocks(source: ByteSource): Promise<BlockFinder> {
  const finder = new BlockFinder();
  const stream = new LineStream((bytes, end, base) => finder.read(bytes, end, base));
  for await (const chunk of chunksOf(source)) stream.push(chunk);
  stream.finish();
  finder.finish();
  return finder;
}

/** Where something inserted stands in the input: its place less all that was inserted before it. */
function offsetsInInput(
  pieces: readonly { readonly start: number }[],
  insertions: BlockFinder['insertions'],
): number[] {
  return pieces.map((piece) =>
    insertions.reduce(
      (offset, { start, end }) => (start < piece.start ? offset - (end - start) : offset),
      piece.start,
    ),
  );
}
