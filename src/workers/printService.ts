import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { transfer } from 'comlink';
import { refuse, success, type Result } from '@/core/findings';
import { entryFor, LINES_PER_ENTRY } from '@/core/gcode/lineIndex';
import { GcodeReader } from '@/core/gcode/reader';
import type { Reading } from '@/core/gcode/reading';
import { layerPaths as linesOfLayer } from '@/core/geometry/paths';
import type { PrinterModel } from '@/core/motion/limits';
import { prepareOutput } from '@/core/output/apply';
import { outputParts, type OutputRequest } from '@/core/output/insert';
import { proveOutput } from '@/core/output/proof';
import { blobSource, gcodeOf } from './blobFiles';
import type { FileLines, OpenPrint, PrintWorkerApi, ReadProgress, WrittenFile } from './protocol';

/** Bytes read at a time: small enough for a lively progress display. */
const CHUNK = 2 << 20;
/** Most bytes of one stretch of lines; G-code lines are short, so this is never met by them. */
const LONGEST_STRETCH = 4 << 20;

interface Held {
  readonly gcode: Blob;
  readonly reading: Reading;
  readonly model: PrinterModel;
}

/** What the print worker does, apart from being a worker: one service holds one print. */
export function createPrintService(): PrintWorkerApi {
  let held: Held | null = null;
  return {
    async open(
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
    },

    async layerPaths(number: number): Promise<Float32Array<ArrayBuffer>> {
      const layer = held?.reading.layers[number - 1];
      if (!held || !layer) return new Float32Array(0);
      const bytes = await blobSource(held.gcode).slice(layer.firstOffset, layer.endOffset);
      const paths = linesOfLayer(bytes, layer, held.model.filamentDiameter);
      return transfer(paths, [paths.buffer]);
    },

    async write(request: OutputRequest): Promise<Result<WrittenFile>> {
      if (!held) return refuse('no-print', 'No print is open.');
      const { gcode, reading } = held;
      const input = blobSource(gcode);
      const prepared = await prepareOutput(input, reading, request);
      if (!prepared.ok) return prepared;
      const parts = outputParts(gcode.size, prepared.value, (from, to) => gcode.slice(from, to));
      const output = new Blob(parts as BlobPart[], { type: 'text/plain' });
      const proof = await proveOutput(input, blobSource(output), reading.layers, request.swaps);
      return success({ file: proof.ok ? output : null, proof });
    },

    async lines(from: number, count: number): Promise<FileLines> {
      if (!held) return { first: 1, text: '' };
      const { gcode, reading } = held;
      const first = Math.max(1, Math.min(from, reading.lines));
      const start = entryFor(reading.lineIndex, first);
      const end = entryFor(reading.lineIndex, first + count + LINES_PER_ENTRY);
      const isLast = end.offset <= start.offset || end.line < first + count;
      const stop = Math.min(isLast ? gcode.size : end.offset, start.offset + LONGEST_STRETCH);
      const text = await gcode.slice(start.offset, stop).text();
      const all = text.split(/\r\n|\r|\n/);
      return { first, text: all.slice(first - start.line, first - start.line + count).join('\n') };
    },
  };
}
