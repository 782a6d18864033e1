import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { transfer } from 'comlink';
import { refuse, success, type Result } from '@/core/findings';
import { Mode } from '@/core/gcode/extrusionModes';
import { entryFor, LINES_PER_ENTRY } from '@/core/gcode/lineIndex';
import { GcodeReader } from '@/core/read/reader';
import type { Reading } from '@/core/read/reading';
import { analysePrint } from '@/core/read/analysis';
import { elevationOf } from '@/core/geometry/elevation';
import { narrowestWidth } from '@/core/geometry/narrow';
import { layerPaths as linesOfLayer } from '@/core/geometry/paths';
import type { PrinterModel } from '@/core/motion/limits';
import { impossibleMove, prepareOutput } from '@/core/output/apply';
import type { Block } from '@/core/output/blocks';
import { excerptsOf } from '@/core/output/excerpts';
import { makeInsertions, type OutputRequest } from '@/core/output/insert';
import { undoingLines } from '@/core/output/rewrites';
import { outputParts, withoutInsertions } from '@/core/output/parts';
import { findBlocks, proveOutput } from '@/core/output/proof';
import { dryRun } from '@/core/output/route';
import { brokenBlocks } from '@/core/output/strip';
import { stateAt } from '@/core/printer/stateAt';
import { blobSource, gcodeOf } from './blobFiles';
import type {
  FileLines,
  OpenPrint,
  PrintService,
  PrintTimes,
  ReadProgress,
  SwapPreview,
  WrittenFile,
} from './protocol';

/** Bytes read at a time: small enough for a lively progress display. */
const CHUNK = 2 << 20;
/** Most bytes of one stretch of lines; G-code lines are short, so this is never met by them. */
const LONGEST_STRETCH = 4 << 20;

const NO_PRINT = refuse('no-print', 'No print is open.');

const OVERTAKEN = refuse('overtaken', 'Another file was opened meanwhile.');

interface Held {
  readonly gcode: Blob;
  readonly reading: Reading;
  readonly model: PrinterModel;
}

/** What the print worker does, apart from being a worker: one service holds one print. */
export function createPrintService(): PrintService {
  let held: Held | null = null;
  let opened = 0;
  return {
    async open(
      file: Blob,
      model: PrinterModel,
      onProgress: (progress: ReadProgress) => void,
    ): Promise<Result<OpenPrint>> {
      const mine = ++opened;
      const found = await gcodeOf(file, ({ packed, ofPacked }) =>
        onProgress({ phase: 'unpacking', bytes: packed, totalBytes: ofPacked, layers: 0 }),
      );
      if (!found.ok) return found;
      const unblocked = await withoutBlocks(found.value);
      if (!unblocked.ok) return unblocked;
      const { gcode, blocks } = unblocked.value;
      const hash = sha256.create();
      const reading = await readGcode(gcode, model, (chunk, progress) => {
        hash.update(chunk);
        onProgress({ phase: 'reading', ...progress, totalBytes: gcode.size });
        return mine === opened;
      });
      if (reading === null || mine !== opened) return OVERTAKEN;
      const unusable = reading.findings.find(({ severity }) => severity === 'error');
      if (unusable) return refuse(unusable.code, unusable.message, unusable.line ?? undefined);
      held = { gcode, reading, model };
      const analysis = analysePrint(reading);
      const fingerprint = bytesToHex(hash.digest());
      return success({ reading, analysis, fingerprint, gcode, blocks });
    },

    async layerPaths(number: number): Promise<Float32Array<ArrayBuffer>> {
      const layer = held?.reading.layers[number - 1];
      if (!held || !layer) return new Float32Array(0);
      const bytes = await blobSource(held.gcode).slice(layer.firstOffset, layer.endOffset);
      const paths = linesOfLayer(bytes, layer, held.model.filamentDiameter);
      return transfer(paths, [paths.buffer]);
    },

    async elevation(): Promise<Float32Array<ArrayBuffer>> {
      if (!held) return new Float32Array(0);
      const pieces = elevationOf(held.reading.footprint, held.reading.layers);
      return transfer(pieces, [pieces.buffer]);
    },

    async widths(layers: readonly number[]): Promise<number[]> {
      const { footprint } = held?.reading ?? {};
      return footprint ? layers.map((layer) => narrowestWidth(footprint, layer)) : [];
    },

    async write(
      request: OutputRequest,
      onProgress: (share: number) => void,
    ): Promise<Result<WrittenFile>> {
      if (!held) return NO_PRINT;
      const { gcode, reading } = held;
      const input = blobSource(gcode);
      const prepared = await prepareOutput(input, reading, request);
      if (!prepared.ok) return prepared;
      const parts = outputParts(gcode.size, prepared.value, (from, to) => gcode.slice(from, to));
      const output = new Blob(parts as BlobPart[], { type: 'text/plain' });
      const proof = await proveOutput(input, blobSource(output), {
        reading,
        planned: request,
        printer: request.printer,
        onProgress: (bytes) => onProgress(bytes / (input.size + output.size)),
      });
      const excerpts = await excerptsOf(input, prepared.value);
      return success({ file: proof.ok ? output : null, proof, excerpts });
    },

    async times(model: PrinterModel): Promise<PrintTimes | null> {
      const reading = held && (await readGcode(held.gcode, model, () => true));
      if (!reading) return null;
      const { seconds, secondsBefore, secondsAfter } = reading;
      const layers = Float64Array.from(reading.layers, (layer) => layer.seconds);
      return { seconds, secondsBefore, secondsAfter, layers };
    },

    async preview(request: OutputRequest): Promise<Result<SwapPreview>> {
      if (!held) return NO_PRINT;
      const { gcode, reading } = held;
      const input = blobSource(gcode);
      const impossible = impossibleMove(reading, request);
      if (impossible) return impossible;
      const insertions = await makeInsertions(input, reading, request);
      const swaps = insertions.filter(({ title }) => title?.kind === 'swap');
      const runs = await Promise.all(swaps.map((swap) => dryRun(input, reading, request, swap)));
      const at = await stateAt(input, reading.layers, swaps[0]?.offset ?? 0);
      return success({
        excerpts: await excerptsOf(input, insertions),
        routes: runs.flatMap((run) => run?.route ?? []),
        troubles: runs.flatMap((run) =>
          run?.trouble ? [{ layer: run.route.layer, message: run.trouble }] : [],
        ),
        moment: {
          retracted: at.retracted,
          nozzle: at.nozzleTarget,
          relativeE: (at.modes & Mode.own) !== 0,
        },
        undoing: undoingLines(reading, request).map(({ setting }) => setting),
      });
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

/**
 * Reads G-code chunk by chunk.
 * @param onChunk hears of each one; answers whether to go on.
 * @returns null when it was not to go on.
 */
async function readGcode(
  gcode: Blob,
  model: PrinterModel,
  onChunk: (chunk: Uint8Array, progress: GcodeReader['progress']) => boolean,
): Promise<Reading | null> {
  const reader = new GcodeReader(model);
  const source = blobSource(gcode);
  for (let at = 0; at < gcode.size; at += CHUNK) {
    const chunk = await source.slice(at, Math.min(gcode.size, at + CHUNK));
    reader.push(chunk);
    if (!onChunk(chunk, reader.progress)) return null;
  }
  return reader.finish();
}

/** A file as it was before Lamella put swaps into it, and what it had put there. */
async function withoutBlocks(
  file: Blob,
): Promise<Result<{ gcode: Blob; blocks: readonly Block[] }>> {
  const { blocks, insertions, brokenLine } = await findBlocks(blobSource(file));
  if (brokenLine !== null) return brokenBlocks(brokenLine);
  if (insertions.length === 0) return success({ gcode: file, blocks });
  const stretches = withoutInsertions(file.size, insertions, (from, to) => file.slice(from, to));
  return success({ gcode: new Blob(stretches), blocks });
}
