// What a new file's time is made of: each thread by itself on the same 100 MB, then all of them together.
import { mkdtempSync, openAsBlob, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { threadHelpers } from '../cli/threads';
import { fastCells } from '../src/core/geometry/raster/fastCells';
import { LineBatcher } from '../src/core/geometry/raster/lineBatch';
import { FootprintRaster } from '../src/core/geometry/raster/raster';
import { ORDINARY_PRINTER } from '../src/core/motion/limits';
import { GcodeReader } from '../src/core/read/reader';
import { createPrintService } from '../src/workers/print/printService';
import { newSum } from '../src/workers/sums';
import { bareScan } from './bareScan';
import { makeBigFile } from './bigFile';
import { secondsOf } from './turns';

const CHUNK = 1 << 20;
const file = makeBigFile(100e6);
const folder = mkdtempSync(join(tmpdir(), 'lamella-bench-'));
const saved = join(folder, 'big.gcode');
writeFileSync(saved, file);
const onDisk = await openAsBlob(saved);

function readIn(quickFrom: number | undefined): Float64Array[] {
  const batches: Float64Array[] = [];
  const lines = new LineBatcher((batch) => batches.push(batch));
  const reader = new GcodeReader(ORDINARY_PRINTER, lines, quickFrom);
  for (let at = 0; at < file.length; at += CHUNK) reader.push(file.subarray(at, at + CHUNK));
  reader.finish();
  lines.flush();
  return batches;
}
const batches = readIn(undefined);
const sum = await newSum();

const works: readonly [string, () => unknown][] = [
  ['bare scan', () => bareScan(file)],
  ['reader', () => readIn(undefined)],
  ['reader without WebAssembly', () => readIn(Infinity)],
  [
    'raster',
    () => {
      const raster = new FootprintRaster(fastCells);
      for (const batch of batches) raster.stampBatch(batch);
      raster.settle();
    },
  ],
  [
    'fingerprint',
    () => {
      sum.init();
      for (let at = 0; at < file.length; at += CHUNK) sum.update(file.subarray(at, at + CHUNK));
      sum.digest();
    },
  ],
  [
    'all of it, in threads, and the analysis',
    () => createPrintService(threadHelpers()).open(onDisk, ORDINARY_PRINTER, () => {}),
  ],
];
const best = works.map(() => Infinity);
for (let round = 0; round < 5; round++) {
  for (const [i, [, work]] of works.entries()) best[i] = Math.min(best[i], await secondsOf(work));
}
works.forEach(([name], i) =>
  console.log(
    `${(best[i] * 1000).toFixed(0).padStart(6)} ms  ${(best[i] / best[0]).toFixed(2)} ×  ${name}`,
  ),
);
rmSync(folder, { recursive: true });
