import { sourceOf } from '../src/core/byteSource';
import { prepareOutput } from '../src/core/write/prepare';
import type { Insertion } from '../src/core/blocks/insertion';
import type { OutputRequest } from '../src/core/write/request/request';
import { cutsOf, joined, writeOutputFiles } from '../src/core/blocks/pieces';
import { proveOutput } from '../src/core/proof/proof';
import type { Proof, ProofInputs } from '../src/core/proof/proofTypes';
import type { Printer } from '../src/core/printer/printer';
import { insist, unwrap } from './refusal';
import type { Input } from './sources';

/** What was written in memory, and proven. */
export interface ProvenOutput {
  readonly insertions: readonly Insertion[];
  readonly files: readonly Uint8Array[];
  readonly proof: Proof;
}

/** Writes what is asked for in memory, and proves it; refuses where the proof does not hold. */
export async function writeProven(
  { bytes, reading }: Pick<Input, 'bytes' | 'reading'>,
  request: OutputRequest,
  printer: Printer,
): Promise<ProvenOutput> {
  const insertions = unwrap(await prepareOutput(sourceOf(bytes), reading, request));
  const files = writeOutputFiles(bytes, insertions);
  const proof = insist(await proveFiles(bytes, files, { reading, planned: request, printer }));
  return { insertions, files, proof };
}

/** Proves the files of an output one behind another, as a printer is given them. */
export function proveFiles(
  bytes: Uint8Array,
  files: readonly Uint8Array[],
  inputs: ProofInputs,
): Promise<Proof> {
  const output = sourceOf(files.length === 1 ? files[0] : joined(files));
  return proveOutput(sourceOf(bytes), output, { ...inputs, cuts: cutsOf(files) });
}
