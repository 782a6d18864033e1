import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { expose, transfer } from 'comlink';
import type { ByteSource } from '@/core/byteSource';
import { refuse, success, type Result } from '@/core/findings';
import type { Reading } from '@/core/gcode/reading';
import { GcodeReader } from '@/core/gcode/reader';
import { unpackGcode } from '@/core/gcode/unpack';
import { layerPaths } from '@/core/geometry/paths';
import type { PrinterModel } from '@/core/motion/limits';
import { prepareOutput } from '@/core/output/apply';
import { outputParts } from '@/core/output/insert';
import { proveOutput } from '@/core/output/proof';
import type {
  OpenPrint,
  PrintWorkerApi,
  ReadProgress,
  WriteRequest,
  WrittenFile,
} from './protocol';

const CHUNK = 1 << 20;
/** Archives are looked into from their first bytes. */
const MAGIC_BYTES = 4096;

interface Held {
  readonly gcode: Blob;
  readonly reading: Reading;
  readonly model: PrinterModel;
}
let held: Held | null = null;

function blobSource(blob: Blob): ByteSource {
  return {
    size: blob.size,
    slice: async (start, end) => new Uint8Array(await blob.slice(start, end).arrayBuffer()),
  };
}

/** The G-code in a file: the file itself when it is plain, otherwise what is packed in it. */
async function gcodeOf(file: Blob): Promise<Result<Blob>> {
  const head = new Uint8Array(await file.slice(0, MAGIC_BYTES).arrayBuffer());
  const packed = (head[0] === 0x1f && head[1] === 0x8b) || (head[0] === 0x50 && head[1] === 0x4b);
  const bytes = packed ? new Uint8Array(await file.arrayBuffer()) : head;
  const unpacked = unpackGcode(bytes);
  if (!unpacked.ok) return unpacked;
  return success(packed ? new Blob([unpacked.value as Uint8Array<ArrayBuffer>]) : file);
}

async function open(
  file: Blob,
  model: PrinterModel,
  onProgress: (progress: ReadProgress) => void,
): Promise<Result<OpenPrint>> {
  const found = await gcodeOf(file);
  if (!found.ok) return found;
  const gcode = found.value;
  const reader = new GcodeReader(model);
  const hash = sha256.create();
  const source = blobSource(gcode);
  for (let at = 0; at < gcode.size; at += CHUNK) {
    const chunk = await source.slice(at, Math.min(gcode.size, at + CHUNK));
    hash.update(chunk);
    reader.push(chunk);
    onProgress({ ...reader.progress, totalBytes: gcode.size });
  }
  const reading = reader.finish();
  const unusable = reading.findings.find(({ severity }) => severity === 'error');
  if (unusable) return refuse(unusable.code, unusable.message, unusable.line ?? undefined);
  held = { gcode, reading, model };
  return success({ reading, fingerprint: bytesToHex(hash.digest()), gcode });
}

async function pathsOf(number: number): Promise<Float32Array<ArrayBuffer>> {
  const layer = held?.reading.layers[number - 1];
  if (!held || !layer) return new Float32Array(0);
  const bytes = await blobSource(held.gcode).slice(layer.firstOffset, layer.endOffset);
  const paths = layerPaths(bytes, layer, held.model.filamentDiameter);
  return transfer(paths, [paths.buffer]);
}

async function write({ swaps, recipe, stopAt }: WriteRequest): Promise<Result<WrittenFile>> {
  if (!held) return refuse('no-print', 'No print is open.');
  const { gcode, reading } = held;
  const input = blobSource(gcode);
  const prepared = await prepareOutput(input, reading, swaps, recipe, stopAt);
  if (!prepared.ok) return prepared;
  const parts = outputParts(gcode.size, prepared.value, (from, to) => gcode.slice(from, to));
  const output = new Blob(parts as BlobPart[], { type: 'text/plain' });
  const proof = await proveOutput(input, blobSource(output), reading.layers, swaps);
  return success({ file: proof.ok ? output : null, proof });
}

const api: PrintWorkerApi = { open, layerPaths: pathsOf, write };
expose(api);
