import { transfer } from 'comlink';
import { refuse, success, type Result } from '@/core/findings';
import { Mode } from '@/core/gcode/extrusionModes';
import { entryFor, LINES_PER_ENTRY } from '@/core/gcode/lines/lineIndex';
import { NO_LINES } from '@/core/geometry/raster/lineSink';
import { analysePrint } from '@/core/print/analysis';
import { buffersOf } from '@/core/read/keptForm';
import { keepReading, openKept } from '@/core/read/keptReading';
import { GcodeReader } from '@/core/read/reader';
import type { SlicedFile } from '@/core/read/slicedFile';
import { sectionsOf } from '@/core/print/sections';
import { timesOf, type PrintTimes } from '@/core/read/times';
import { readingKeyOf } from '@/core/printer/model';
import { handMesh } from '@/core/geometry/mesh/handMesh';
import { elevationOf } from '@/core/geometry/elevation';
import { narrowestWidth } from '@/core/geometry/narrow';
import { layerPaths as linesOfLayer, PATH_STRIDE, type LayerPaths } from '@/core/geometry/paths';
import type { PrinterModel } from '@/core/motion/limits';
import { impossibleMove, prepareOutput } from '@/core/write/prepare';
import type { Block } from '@/core/blocks/blocks';
import { chainFindings, type ChainFinding } from '@/core/delivery/chain';
import { excerptsOf } from '@/core/write/excerpts';
import type { OutputRequest } from '@/core/write/request/request';
import { makeInsertions } from '@/core/write/insertions';
import { undoingLines } from '@/core/write/rewrites';
import { cutsOf, outputFiles, withoutInsertions } from '@/core/blocks/pieces';
import { findBlocks } from '@/core/blocks/findBlocks';
import { proveOutput } from '@/core/proof/proof';
import { dryRuns } from '@/core/proof/dryRun';
import { brokenBlocks, reorderedFile } from '@/core/blocks/strip';
import { stateAt } from '@/core/printer/stateAt';
import { blobSource, chunkedBlob, gcodeOf } from '../blobFiles';
import { readTogether, timesIn } from './readTogether';
import { readWhole } from '../beside/readWhole';
import { PartsService } from './partsService';
import type { HelperKinds } from '../beside/helper';
import { draftOf, holdModel, outlinesOf, surfaceOf, type HeldModel } from './solidModel';
import type {
  FileLines,
  FilePlace,
  HandSurface,
  OpenModel,
  OpenFile,
  PrintService,
  SwapPreview,
  WrittenFile,
} from './protocol';

/** Most bytes of one stretch of lines; G-code lines are short, so this is never met by them. */
const LONGEST_STRETCH = 4 << 20;

const NO_PRINT = refuse('no-print', 'No print is open.');

const NOT_SLICED = refuse(
  'not-sliced',
  'This job is a model. Slice it, then open the sliced file here: the plan moves with you.',
);

const OVERTAKEN = refuse('overtaken', 'Another file was opened in the meantime.');

interface HeldFile {
  readonly kind: 'sliced';
  readonly gcode: Blob;
  readonly reading: SlicedFile;
  readonly model: PrinterModel;
  /** Where several files lie in it; none for one. */
  readonly files: readonly FilePlace[];
}

type Held = HeldFile | HeldModel;

/**
 * What the print worker does, apart from being a worker: one service holds one print.
 * @param helpers starts what runs beside the reader; null to do everything in this thread.
 */
// eslint-disable-next-line max-lines-per-function -- a list: one short answer for each question about the open print
export function createPrintService(helpers: HelperKinds | null = null): PrintService {
  let held: Held | null = null;
  let opened = 0;
  const parts = new PartsService();
  return {
    async open(file, model, onProgress, files = []): Promise<Result<OpenFile>> {
      const mine = ++opened;
      if (files.length > 1) {
        const read = await readTogether(file, files, model, helpers, (bytes, layers) => {
          onProgress({ phase: 'reading', bytes, totalBytes: file.size, layers });
          return mine === opened;
        });
        if (read === 'stopped' || mine !== opened) return OVERTAKEN;
        if (!read.ok) return read;
        const { reading, fingerprint } = read.value;
        held = { kind: 'sliced', gcode: file, reading, model, files };
        const analysis = analysePrint(reading);
        return success({
          kind: 'sliced',
          reading,
          analysis,
          fingerprint,
          file,
          blocks: [],
          kept: null,
        });
      }
      const found = await gcodeOf(file, ({ packed, ofPacked }) =>
        onProgress({ phase: 'unpacking', bytes: packed, totalBytes: ofPacked, layers: 0 }),
      );
      if (!found.ok) return found;
      const read = (gcode: Blob, stopsAtMark: boolean) =>
        readWhole(chunkedBlob(gcode), model, helpers, stopsAtMark, (progress) => {
          onProgress({ phase: 'reading', ...progress, totalBytes: gcode.size });
          return mine === opened;
        });
      let gcode = found.value;
      let blocks: readonly Block[] = [];
      let whole = await read(gcode, true);
      if (whole === 'marked') {
        const unblocked = await withoutBlocks(gcode);
        if (!unblocked.ok) return unblocked;
        ({ gcode, blocks } = unblocked.value);
        whole = await read(gcode, false);
      }
      if (typeof whole === 'string' || mine !== opened) return OVERTAKEN;
      const { reading, fingerprint } = whole;
      const unusable = reading.findings.find(({ severity }) => severity === 'error');
      if (unusable) return refuse(unusable.code, unusable.message, unusable.line ?? undefined);
      held = { kind: 'sliced', gcode, reading, model, files: [] };
      const analysis = analysePrint(reading);
      const kept = keepReading({ fingerprint, printer: readingKeyOf(model) }, reading, analysis);
      const print = { reading, analysis, fingerprint, file: gcode };
      const open: OpenFile = { kind: 'sliced', ...print, blocks, kept };
      return transfer(success(open), buffersOf(kept));
    },

    async openKept(gcode, model, kept): Promise<OpenFile | null> {
      const mine = ++opened;
      const { fingerprint } = kept;
      const known = openKept(kept, { fingerprint, printer: readingKeyOf(model) });
      if (known === null || known.reading.bytes !== gcode.size || mine !== opened) return null;
      held = { kind: 'sliced', gcode, reading: known.reading, model, files: [] };
      return { kind: 'sliced', ...known, fingerprint, file: gcode, blocks: [], kept: null };
    },

    async openModel(file, name, setup, printer, onProgress): Promise<Result<OpenModel>> {
      const mine = ++opened;
      const read = await holdModel(file, name, setup, printer, (bytes) =>
        onProgress({ phase: 'reading', bytes, totalBytes: file.size, layers: 0 }),
      );
      if (mine !== opened) return OVERTAKEN;
      if (!read.ok) return read;
      held = read.value;
      const { kind, reading, facts, fingerprint, setup: own } = held;
      const analysis = analysePrint(reading);
      return success({ kind, reading, analysis, fingerprint, file, facts, setup: own });
    },

    async surface(bySections, mostFaces): Promise<HandSurface> {
      if (!held) return { corners: new Float32Array(0) };
      if (held.kind === 'model') return surfaceOf(held.model.place(held.setup), held.reading);
      const { reading, gcode, model } = held;
      const found = bySections
        ? await parts.find({ input: blobSource(gcode), reading }, model.filamentDiameter)
        : null;
      const numbers = found?.picture.footprint ?? null;
      const made = handMesh(reading.footprint, reading.layers, numbers, mostFaces);
      const { places, normals, numbers: shown, index } = made;
      return transfer(made, [places.buffer, normals.buffer, shown.buffer, index.buffer]);
    },

    async modelDraft(setup) {
      return held?.kind === 'model' ? draftOf(held, setup) : null;
    },

    async modelCut(setup, z) {
      return held?.kind === 'model' ? held.model.cut(setup, z) : null;
    },

    async layerPaths(number: number): Promise<LayerPaths> {
      if (!held || number > held.reading.layers.length) {
        return { lines: new Float32Array(0), ends: [] };
      }
      const paths = held.kind === 'model' ? outlinesOf(held, number) : await pathsOf(held, number);
      return transfer(paths, [paths.lines.buffer]);
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
      if (held.kind === 'model') return NOT_SLICED;
      const { gcode, reading } = held;
      const input = blobSource(gcode);
      const prepared = await prepareOutput(input, reading, request);
      if (!prepared.ok) return prepared;
      const parts = outputFiles(gcode.size, prepared.value, (from, to) => gcode.slice(from, to));
      const files = parts.map((file) => new Blob(file as BlobPart[], { type: 'text/plain' }));
      const output = new Blob(files);
      const proof = await proveOutput(input, blobSource(output), {
        reading,
        planned: request,
        printer: request.printer,
        cuts: cutsOf(files.map(({ size }) => ({ length: size }))),
        onProgress: (bytes) => onProgress(bytes / (input.size + output.size)),
      });
      const excerpts = await excerptsOf(input, prepared.value);
      return success({ files: proof.ok ? files : [], proof, excerpts });
    },

    async times(model: PrinterModel): Promise<PrintTimes | null> {
      if (!held) return null;
      if (held.kind === 'model') return timesIn(held.reading);
      const { gcode, reading, files } = held;
      if (files.length > 1) {
        const read = await readTogether(gcode, files, model, helpers, () => true);
        return typeof read !== 'string' && read.ok ? timesIn(read.value.reading) : null;
      }
      const reader = new GcodeReader(model, NO_LINES);
      for await (const chunk of chunkedBlob(gcode).chunks()) reader.push(chunk);
      return timesOf(reader.finish(), reading.firstSections);
    },

    async preview(request: OutputRequest): Promise<Result<SwapPreview>> {
      if (!held) return NO_PRINT;
      if (held.kind === 'model') return NOT_SLICED;
      const { gcode, reading } = held;
      const input = blobSource(gcode);
      const impossible = impossibleMove(reading, request);
      if (impossible) return impossible;
      const insertions = await makeInsertions(input, reading, request);
      const runs = await dryRuns(input, reading, request.printer, insertions);
      const first = insertions.find(({ title }) => title?.kind === 'swap');
      const at = first && (await stateAt(input, reading, first.offset));
      return success({
        excerpts: await excerptsOf(input, insertions),
        routes: runs.map(({ route }) => route),
        troubles: runs.flatMap(({ trouble, route: { layer } }) =>
          trouble === null ? [] : [{ layer, message: trouble }],
        ),
        moment: at
          ? {
              retracted: at.retracted,
              nozzle: at.nozzleTarget,
              relativeE: (at.modes & Mode.own) !== 0,
            }
          : null,
        undoing: undoingLines(reading, request).map(({ setting }) => setting),
      });
    },

    async findParts() {
      if (held?.kind !== 'sliced') return null;
      const { gcode, reading, model } = held;
      return parts.find({ input: blobSource(gcode), reading }, model.filamentDiameter);
    },

    async orders(asked, onProgress) {
      if (held?.kind !== 'sliced') return null;
      const { gcode, reading } = held;
      return parts.orders({ input: blobSource(gcode), reading }, asked, onProgress);
    },

    async orderOf(asked) {
      if (held?.kind !== 'sliced') return null;
      const { gcode, reading } = held;
      return parts.orderOf({ input: blobSource(gcode), reading }, asked);
    },

    async chain(printer): Promise<ChainFinding[][]> {
      if (held?.kind !== 'sliced') return [];
      const { gcode, files, model } = held;
      const alone = [];
      for (const { name, start, end } of files) {
        const slice = gcode.slice(start, end);
        const whole = await readWhole(chunkedBlob(slice), model, helpers, false, () => true);
        if (typeof whole === 'string') return [];
        alone.push({ name, ...whole, bytes: new Uint8Array(await slice.arrayBuffer()) });
      }
      return chainFindings(alone, printer);
    },

    async cancelOrders() {
      parts.cancel();
    },

    async lines(from: number, count: number): Promise<FileLines> {
      if (held?.kind !== 'sliced') return { first: 1, text: '' };
      const { gcode, reading } = held;
      const first = Math.max(1, Math.min(from, reading.lines));
      const file = reading.sources.findLast(({ firstLine }) => firstLine <= first)!;
      // Lines of several files are numbered through; each has an index of its own.
      const before = file.firstLine - 1;
      const own = first - before;
      const start = entryFor(file.lineIndex, own);
      const end = entryFor(file.lineIndex, own + count + LINES_PER_ENTRY);
      const isLast = end.offset <= start.offset || end.line < own + count;
      const whole = file.end - file.start;
      const stop = Math.min(isLast ? whole : end.offset, start.offset + LONGEST_STRETCH);
      const text = await gcode.slice(file.start + start.offset, file.start + stop).text();
      const all = text.split(/\r\n|\r|\n/);
      const lines = all.slice(own - start.line, own - start.line + count);
      return { first: own + before, text: lines.join('\n') };
    },
  };
}

/** The printed lines of a layer: in one stretch of one file, or in a stretch for each section of several. */
async function pathsOf({ gcode, reading, model }: HeldFile, number: number): Promise<LayerPaths> {
  const layer = reading.layers[number - 1];
  const input = blobSource(gcode);
  const sections = sectionsOf(reading, layer.number);
  if (reading.sources.length === 1) {
    const bytes = await input.slice(layer.firstOffset, layer.endOffset);
    const ends = sections.map(({ endOffset }) => endOffset);
    return linesOfLayer(bytes, layer, ends, model.filamentDiameter);
  }
  const numbers: number[] = [];
  const ends: number[] = [];
  for (const section of sections) {
    const bytes = await input.slice(section.firstOffset, section.endOffset);
    const { lines } = linesOfLayer(bytes, section, [section.endOffset], model.filamentDiameter);
    for (const number of lines) numbers.push(number);
    ends.push(numbers.length / PATH_STRIDE);
  }
  return { lines: new Float32Array(numbers), ends };
}

/** A file as it was before Lamella put swaps into it, and what it had put there. */
async function withoutBlocks(
  file: Blob,
): Promise<Result<{ gcode: Blob; blocks: readonly Block[] }>> {
  const { blocks, insertions, jumps, brokenLine } = await findBlocks(blobSource(file));
  if (brokenLine !== null) return brokenBlocks(brokenLine);
  if (jumps.length > 0) return reorderedFile(jumps[0].line);
  if (insertions.length === 0) return success({ gcode: file, blocks });
  const stretches = withoutInsertions(file.size, insertions, (from, to) => file.slice(from, to));
  return success({ gcode: new Blob(stretches), blocks });
}
