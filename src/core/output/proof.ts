import { chunksOf, type ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import { LineStream } from '../gcode/lineStream';
import { CR, LF } from '../gcode/words';
import type { Swap } from '../plan/resolve';
import { SimulatedPrinter } from '../printer/simulate';
import { BlockFinder, type Block } from './blocks';
import { describeState, stateDifferences } from './stateCheck';

/** One statement of the proof. `check` is its number in the design of the output. */
export interface ProofCheck {
  readonly check: 1 | 2 | 4;
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

/**
 * Proves an output against its input:
 * 1. without Lamella's blocks it is the input, byte for byte;
 * 2. after each block the printer's state is what it is at that place of the input;
 * 4. there are as many stops as planned, each before its layer.
 *
 * @param layers the input's layers.
 * @param planned the swaps asked for; null to take the blocks' own words for the plan.
 */
export async function proveOutput(
  input: ByteSource,
  output: ByteSource,
  layers: readonly Layer[],
  planned: readonly Swap[] | null,
): Promise<Proof> {
  const finder = await findBlocks(output);
  const { blocks, insertions } = finder;
  const places = offsetsInInput(blocks, insertions);
  const bytes = await checkBytes(input, output, finder);
  const before = await runThrough(input, places);
  const after = await runThrough(
    output,
    blocks.map((block) => block.end),
  );
  const checks = [
    bytes,
    ...checkStates(blocks, before, after),
    ...checkStops(layers, blocks, places, planned, after),
    ...checkMutes(finder, before),
  ];
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

async function checkBytes(
  input: ByteSource,
  output: ByteSource,
  { insertions, brokenLine }: BlockFinder,
): Promise<ProofCheck> {
  if (brokenLine !== null) {
    const message = 'A block of Lamella is not whole: its first and its last line do not fit.';
    return { check: 1, ok: false, message, line: brokenLine };
  }
  let inputAt = 0;
  let at = 0;
  for (const stretchEnd of [...insertions.map(({ start }) => start), output.size]) {
    const differs = await firstDifference(input, inputAt, output, at, stretchEnd);
    if (differs !== null) {
      const line = await lineAt(output, differs);
      const message = 'Outside of the blocks, the output differs from the input.';
      return { check: 1, ok: false, message, line };
    }
    inputAt += stretchEnd - at;
    at = insertions.find(({ start }) => start === stretchEnd)?.end ?? stretchEnd;
  }
  if (inputAt !== input.size) {
    const message = `The output lacks the last ${input.size - inputAt} bytes of the input.`;
    return { check: 1, ok: false, message, line: await lineAt(output, output.size) };
  }
  const message = `Without the blocks, the output is the input: ${input.size} bytes are the same.`;
  return { check: 1, ok: true, message };
}

const COMPARED = 4 << 20;

/** Offset in the output of the first byte that differs between two stretches; null when none does. */
async function firstDifference(
  input: ByteSource,
  inputStart: number,
  output: ByteSource,
  start: number,
  end: number,
): Promise<number | null> {
  for (let at = start; at < end; at += COMPARED) {
    const stop = Math.min(end, at + COMPARED);
    const ours = await output.slice(at, stop);
    const inputAt = inputStart + at - start;
    const theirs = await input.slice(inputAt, Math.min(input.size, inputAt + stop - at));
    for (let i = 0; i < ours.length; i++) if (ours[i] !== theirs[i]) return at + i;
  }
  return null;
}

async function lineAt(source: ByteSource, offset: number): Promise<number> {
  let line = 1;
  let last = 0;
  for await (const chunk of chunksOf(source, offset)) {
    for (const byte of chunk) {
      if (byte === CR || (byte === LF && last !== CR)) line++;
      last = byte;
    }
  }
  return line;
}

async function runThrough(
  source: ByteSource,
  watched: readonly number[],
): Promise<SimulatedPrinter> {
  const printer = new SimulatedPrinter(watched);
  for await (const chunk of chunksOf(source)) printer.push(chunk);
  printer.finish();
  return printer;
}

/** Check 2: the state after each block against the state at that place of the input. */
function checkStates(
  blocks: readonly Block[],
  before: SimulatedPrinter,
  after: SimulatedPrinter,
): ProofCheck[] {
  return blocks.map((block, i): ProofCheck => {
    const differences = stateDifferences(before.captured[i], after.captured[i]);
    if (differences.length > 0) {
      const message = `After swap ${block.index} the printer is not as it was: ${differences.join(', ')}.`;
      return { check: 2, ok: false, message, line: block.line + block.lines - 1 };
    }
    const state = describeState(after.captured[i]);
    const message = `Before layer ${block.layer}: back at ${state}, as in the original.`;
    return { check: 2, ok: true, message };
  });
}

/** Where each block stands in the input: its place less all that was inserted before it. */
function offsetsInInput(
  blocks: readonly { readonly start: number }[],
  insertions: BlockFinder['insertions'],
): number[] {
  return blocks.map((block) =>
    insertions.reduce(
      (offset, { start, end }) => (start < block.start ? offset - (end - start) : offset),
      block.start,
    ),
  );
}

/** Check 4, the other way round: whatever was taken out was a stop, and nothing else. */
function checkMutes({ mutes, insertions }: BlockFinder, before: SimulatedPrinter): ProofCheck[] {
  const stops = new Map(before.stops.map((stop) => [stop.offset, stop]));
  return offsetsInInput(mutes, insertions).map((offset, i): ProofCheck => {
    const stop = stops.get(offset);
    const { line } = mutes[i];
    if (!stop) {
      return { check: 4, ok: false, message: 'A line was taken out that is no stop.', line };
    }
    const message = `The file’s own stop on line ${stop.line} (${stop.command}) is taken out.`;
    return { check: 4, ok: true, message };
  });
}

/** Check 4: one stop in each block, and each block where it says that it is. */
function checkStops(
  layers: readonly Layer[],
  blocks: readonly Block[],
  places: readonly number[],
  planned: readonly Swap[] | null,
  after: SimulatedPrinter,
): ProofCheck[] {
  const count = planned?.length ?? blocks[0]?.count ?? 0;
  if (blocks.length !== count || count === 0) {
    const message =
      count === 0
        ? 'The output holds no swap.'
        : `${count} swaps are planned, ${blocks.length} are in the output.`;
    return [{ check: 4, ok: false, message }];
  }
  return blocks.map((block, i): ProofCheck => {
    const fail = (message: string): ProofCheck => ({
      check: 4,
      ok: false,
      message,
      line: block.line,
    });
    const stops = after.stops.filter(({ offset }) => offset >= block.start && offset < block.end);
    const layer = planned?.[i].layer ?? block.layer;
    if (block.index !== i + 1 || block.count !== count || block.layer !== layer) {
      return fail(`Block ${i + 1} should be swap ${i + 1} of ${count}, before layer ${layer}.`);
    }
    if (stops.length !== 1) {
      return fail(`Swap ${i + 1} stops the printer ${stops.length} times instead of once.`);
    }
    const target = layers[layer - 1];
    const comesBefore =
      target && places[i] <= target.firstOffset && places[i] >= target.travelOffset;
    if (!comesBefore) return fail(`Swap ${i + 1} does not stand right before layer ${layer}.`);
    const message = `Swap ${i + 1} of ${count} stops once (${stops[0].command}), before layer ${layer} begins.`;
    return { check: 4, ok: true, message };
  });
}
