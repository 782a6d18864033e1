import { joinRasters, rasterOf } from '../src/core/geometry/raster/joinRasters';
import { LineBatcher, stampBatch } from '../src/core/geometry/raster/lineBatch';
import { FootprintRaster } from '../src/core/geometry/raster/raster';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { analysePrint } from '../src/core/print/analysis';
import { assembleReading } from '../src/core/read/assemble';
import { keepReading } from '../src/core/read/keptReading';
import { GcodeReader } from '../src/core/read/reader';
import { secondsOf } from './turns';

const CHUNK = 2 << 20;
const RASTERS = 4;

/**
 * How long a new file would take with four rasters on as many cores, s: each part runs alone, one after
 * another, and what would have run side by side counts as long as its slowest. Handing batches over is
 * counted with the reader; what shares memory and cache on a real machine is not.
 */
export async function onFourCores(file: Uint8Array): Promise<number> {
  const batches: Float64Array[][] = Array.from({ length: RASTERS }, () => []);
  const batchers = batches.map((all) => new LineBatcher((batch) => all.push(batch)));
  const reader = new GcodeReader(ORDINARY_PRINTER, {
    stamp: (x0, y0, x1, y1, width, level) =>
      batchers[rasterOf(level, RASTERS)].stamp(x0, y0, x1, y1, width, level),
  });
  const reading = await secondsOf(() => {
    for (let at = 0; at < file.length; at += CHUNK) reader.push(file.subarray(at, at + CHUNK));
  });
  const gathered = reader.finish();
  for (const batcher of batchers) batcher.flush();
  const rasters = batches.map(() => new FootprintRaster());
  const stamping: number[] = [];
  for (const [i, raster] of rasters.entries()) {
    stamping.push(await secondsOf(() => batches[i].forEach((batch) => stampBatch(raster, batch))));
  }
  const ending = await secondsOf(() => {
    const whole = assembleReading(gathered, joinRasters(rasters.map((one) => one.settle())));
    keepReading({ fingerprint: '', printer: '' }, whole, analysePrint(whole));
  });
  return Math.max(reading, ...stamping) + ending;
}
