import { strToU8 } from 'fflate';
import type { ByteSource } from '../byteSource';
import type { Layer } from '../gcode/layers';
import type { FoundStop } from '../gcode/stops';
import type { StopPlace } from '../plan/plan';
import type { Swap } from '../plan/resolve';
import { actionsOf, renderAction, type Recipe } from '../recipe/recipe';
import { blockClosing, blockTitle, MUTE } from './blocks';

/** A piece of text and where it goes in the input. */
export interface Insertion {
  /** The swap that it is the block of; null when it takes out a stop of the file. */
  readonly swap: Swap | null;
  /** Offset in the input before which the block goes, and the input's line there (from 1). */
  readonly offset: number;
  readonly line: number;
  readonly bytes: Uint8Array;
  readonly lines: number;
}

/** What to write: the swaps and how they stop, and which stops of the file to take out. */
export interface OutputRequest {
  readonly swaps: readonly Swap[];
  readonly recipe: Recipe;
  readonly stopAt: StopPlace;
  readonly takeOut: readonly FoundStop[];
}

/** Makes everything that goes into the input, in the order of the file. */
export async function makeInsertions(
  input: ByteSource,
  layers: readonly Layer[],
  request: OutputRequest,
): Promise<Insertion[]> {
  const mutes = request.takeOut.map(({ offset, line }): Insertion => ({
    swap: null,
    offset,
    line,
    bytes: strToU8(MUTE),
    lines: 0,
  }));
  const blocks = await makeBlocks(input, layers, request);
  return [...blocks, ...mutes].sort((a, b) => a.offset - b.offset);
}

/** Makes the block of every swap, in the line ending that the file has at that place. */
async function makeBlocks(
  input: ByteSource,
  layers: readonly Layer[],
  { swaps, recipe, stopAt }: OutputRequest,
): Promise<Insertion[]> {
  const insertions: Insertion[] = [];
  for (const [i, swap] of swaps.entries()) {
    const layer = layers[swap.layer - 1];
    const atRestart = stopAt === 'restart';
    const offset = atRestart ? layer.restartOffset : layer.travelOffset;
    const ending = endingOf(await input.slice(Math.max(0, offset - 2), offset));
    const title = { index: i + 1, count: swaps.length, layer: swap.layer, filament: swap.filament };
    const lines = [
      blockTitle(title),
      ...actionsOf(recipe).flatMap(renderAction),
      blockClosing(i + 1),
    ];
    insertions.push({
      swap,
      offset,
      line: atRestart ? layer.restartLine : layer.travelLine,
      bytes: strToU8(lines.map((line) => line + ending).join('')),
      lines: lines.length,
    });
  }
  return insertions;
}

/** The line end that the bytes before an insertion finish with. */
function endingOf(before: Uint8Array): string {
  const text = String.fromCharCode(...before);
  if (text.endsWith('\r\n')) return '\r\n';
  return text.endsWith('\r') ? '\r' : '\n';
}

/**
 * The output as a list of parts: stretches of the input, copied as they are, and blocks between
 * them. Nothing of the input is printed anew.
 */
export function outputParts<T>(
  inputSize: number,
  insertions: readonly Insertion[],
  stretch: (start: number, end: number) => T,
): (T | Uint8Array)[] {
  const parts: (T | Uint8Array)[] = [];
  let at = 0;
  for (const { offset, bytes } of insertions) {
    parts.push(stretch(at, offset), bytes);
    at = offset;
  }
  parts.push(stretch(at, inputSize));
  return parts;
}

/** Writes the output into one buffer. */
export function writeOutput(input: Uint8Array, insertions: readonly Insertion[]): Uint8Array {
  const added = insertions.reduce((sum, { bytes }) => sum + bytes.length, 0);
  const output = new Uint8Array(input.length + added);
  let at = 0;
  const parts = outputParts(input.length, insertions, (from, to) => input.subarray(from, to));
  for (const part of parts) {
    output.set(part, at);
    at += part.length;
  }
  return output;
}
