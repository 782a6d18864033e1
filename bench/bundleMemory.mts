// Saves ten jobs with the file named on the command line as one bundle, and opens that again, in a process of
// its own and piece by piece; prints the peak of its memory and the times.
import { createReadStream, createWriteStream, mkdtempSync, openAsBlob, rmSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createSHA256 } from 'hash-wasm';
import { openBundle, readLines, unpackAttached } from '../src/core/bundle/readBundle';
import { writeBundle, type BundledRecord } from '../src/core/bundle/writeBundle';
import { blobSource } from '../src/workers/blobFiles';
import { peakMb } from './peak';

/** What it prints. */
export interface BundleFigures {
  readonly peakMb: number;
  readonly packedMb: number;
  readonly writeSeconds: number;
  readonly readSeconds: number;
}

const JOBS = 10;
const [, , big] = process.argv;
const folder = mkdtempSync(join(tmpdir(), 'lamella-bundle-'));
const path = join(folder, 'all.lamella.zip');

const seconds = async (run: () => Promise<void>): Promise<number> => {
  const begun = performance.now();
  await run();
  return (performance.now() - begun) / 1000;
};

const records = async function* (kind: string): AsyncGenerator<readonly BundledRecord[]> {
  if (kind !== 'jobs') return;
  yield Array.from({ length: JOBS }, (_, i) => ({
    id: `job-${i}`,
    changedAt: i,
    record: { id: `job-${i}` },
    attached: { name: `Job ${i}`, ending: 'gcode', chunks: createReadStream(big) },
  }));
};

let packedMb = 0;
const writeSeconds = await seconds(async () => {
  const out = createWriteStream(path);
  const content = { savedAt: Date.now(), holds: 'everything', settings: null, records } as const;
  packedMb =
    (await writeBundle(content, async (chunk) => {
      if (!out.write(chunk)) await once(out, 'drain');
    })) / 1e6;
  out.end();
  await once(out, 'finish');
});

const readSeconds = await seconds(async () => {
  const opened = await openBundle(blobSource(await openAsBlob(path)));
  if (!opened.ok) throw new Error(opened.refusal.message);
  const files: string[] = [];
  const read = await readLines(opened.value, 'jobs', (lines) => {
    files.push(...lines.flatMap(({ file }) => file ?? []));
  });
  if (!read.ok) throw new Error(read.refusal.message);
  for (const file of files) {
    const hash = await createSHA256();
    const unpacked = await unpackAttached(opened.value, file, (chunk) => hash.update(chunk));
    if (!unpacked.ok) throw new Error(unpacked.refusal.message);
    hash.digest();
  }
});
rmSync(folder, { recursive: true });
const figures: BundleFigures = { peakMb: peakMb(), packedMb, writeSeconds, readSeconds };
console.log(JSON.stringify(figures));
