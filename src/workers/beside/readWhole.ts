import { fastCells } from '@/core/geometry/raster/fastCells';
import { plainCells } from '@/core/geometry/raster/plainCells';
import { assembleReading } from '@/core/read/assemble';
import { GcodeReader } from '@/core/read/reader';
import type { SlicedFile } from '@/core/read/slicedFile';
import type { PrinterModel } from '@/core/motion/limits';
import { HelperDiedError, type HelperKinds } from './helper';
import { workBeside, workHere } from './workBeside';

/** Files below this are read before helpers would have started, bytes. */
const WORTH_HELPERS = 4e6;
/** Files below this are stamped before WebAssembly would be ready, bytes. */
const WORTH_ASSEMBLED = 64_000;

/** A file as it is read: once from start to end, or from the start again. */
export interface ChunkedFile {
  readonly size: number;
  /** All bytes in order. Whoever takes a chunk may give its memory away. */
  chunks(): AsyncIterable<Uint8Array<ArrayBuffer>>;
}

/** A file that was read to its end. */
export interface WholeRead {
  readonly reading: SlicedFile;
  /** SHA-256 of its bytes. */
  readonly fingerprint: string;
}

/**
 * Reads G-code once, from start to end: state, layers and times here, footprint and fingerprint beside.
 * @param stopsAtMark true to stop at the first line that Lamella itself has written.
 * @param onProgress hears of each chunk; answers whether to go on.
 * @returns `stopped` when it was not to go on, `marked` when it has stopped at such a line.
 */
export async function readWhole(
  gcode: ChunkedFile,
  model: PrinterModel,
  helpers: HelperKinds | null,
  stopsAtMark: boolean,
  onProgress: (progress: GcodeReader['progress']) => boolean,
): Promise<WholeRead | 'stopped' | 'marked'> {
  const isLarge = gcode.size >= WORTH_HELPERS;
  const work =
    isLarge && helpers
      ? workBeside(helpers)
      : await workHere(gcode.size >= WORTH_ASSEMBLED ? fastCells : plainCells);
  try {
    const reader = new GcodeReader(model, work.lines);
    for await (const chunk of gcode.chunks()) {
      reader.push(chunk);
      work.hash(chunk);
      if (stopsAtMark && reader.sawOwnMark) return 'marked';
      if (!onProgress(reader.progress)) return 'stopped';
      await work.room();
    }
    const gathered = reader.finish();
    if (stopsAtMark && reader.sawOwnMark) return 'marked';
    const { raster, fingerprint } = await work.finish();
    return { reading: assembleReading(gathered, raster), fingerprint };
  } catch (error) {
    if (!(error instanceof HelperDiedError)) throw error;
    // What runs beside can fail for reasons of its own; alone it takes longer, and that is all.
    return await readWhole(gcode, model, null, stopsAtMark, onProgress);
  } finally {
    work.end();
  }
}
