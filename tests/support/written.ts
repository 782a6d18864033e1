import { sourceOf } from '../../src/core/byteSource';
import { readGcode } from '../../src/core/read/reader';
import type { SlicedFile } from '../../src/core/read/slicedFile';
import { prepareOutput } from '../../src/core/write/prepare';
import type { Insertion } from '../../src/core/blocks/insertion';
import { arrangeAsSliced } from '../../src/core/write/request/partsRequest';
import type { OutputRequest } from '../../src/core/write/request/request';
import { sectionsOfSwaps } from '../../src/core/plan/lists/partList';
import { writeOutput } from '../../src/core/blocks/pieces';
import { proveOutput } from '../../src/core/proof/proof';
import { type Proof } from '../../src/core/proof/proofTypes';
import { resolveSwaps, type ResolvedSwap } from '../../src/core/plan/lists/resolve';
import { ORDINARY_PROFILE } from '../../src/core/printer/printer';
import { plainRecipe } from '../../src/core/recipe/recipe';
import { bytesOf } from './printFiles';

/** What a test asks for; the rest is ordinary. */
export interface WriteOptions extends Partial<Omit<OutputRequest, 'arrangement' | 'takeOut'>> {
  readonly layers: readonly number[];
  /** Changes the swaps made of `layers`. */
  readonly withSwap?: (swap: ResolvedSwap, index: number) => ResolvedSwap;
  readonly takesOut?: boolean;
}

/** An output, what it was made of, and all that its proof needs. */
export interface Written {
  readonly input: Uint8Array;
  readonly output: Uint8Array;
  readonly reading: SlicedFile;
  readonly request: OutputRequest;
  readonly insertions: readonly Insertion[];
}

const FINGERPRINT = 'ab'.repeat(32);

/** Writes swaps into a file; throws the refusal's words when it is refused. */
export async function writeSwaps(text: string, options: WriteOptions): Promise<Written> {
  const { layers, withSwap = (swap: ResolvedSwap) => swap, takesOut = false, ...asked } = options;
  const input = bytesOf(text);
  const reading = readGcode(input, asked.printer ?? ORDINARY_PROFILE);
  const swaps = resolveSwaps(
    reading.layers,
    layers.map((layer) => ({ layer, filament: `Filament ${layer}` })),
  );
  if (!swaps.ok) throw new Error(swaps.refusal.message);
  const request: OutputRequest = {
    recipe: plainRecipe('change-command'),
    printer: ORDINARY_PROFILE,
    stopAt: 'restart',
    loadFirst: null,
    rewrite: [],
    addToRemaining: null,
    unplaced: [],
    ...asked,
    arrangement: arrangeAsSliced(
      sectionsOfSwaps(reading, swaps.value.map(withSwap), asked.loadFirst ?? ''),
      FINGERPRINT,
    ),
    takeOut: takesOut ? reading.stops : [],
  };
  const prepared = await prepareOutput(sourceOf(input), reading, request);
  if (!prepared.ok) throw new Error(prepared.refusal.message);
  const output = writeOutput(input, prepared.value);
  return { input, output, reading, request, insertions: prepared.value };
}

/** Proves an output, or one that a test has damaged. */
export function proveWritten(
  { input, output, reading, request }: Written,
  damaged: Uint8Array = output,
  planned: OutputRequest | null = request,
): Promise<Proof> {
  const inputs = { reading, planned, printer: request.printer };
  return proveOutput(sourceOf(input), sourceOf(damaged), inputs);
}

/** What does not hold, for a readable failure. */
export function broken({ checks }: Proof): string[] {
  return checks.filter(({ ok }) => !ok).map(({ check, message }) => `${check}: ${message}`);
}
