import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { readGcode } from '../../../src/core/read/reader';
import { boundsOf } from '../../../src/core/geometry/columns';
import { PICTURE_CELLS, pictureOf } from '../../../src/core/geometry/picture';
import { ORDINARY_PRINTER } from '../../../src/core/motion/limits';
import { bookOf } from '../../../src/core/plan/file/planBook';
import { DEMO_JOBS, demoPlan, type DemoJob } from '../../../src/features/bench/demoJobs';
import { ROOT } from './app';
import type { Seeds } from './seed';
import type { SeededJob } from './seedPage';

/** Makes what pages are seeded with: once for a run of all tests, since reading and bundling take a while. */
export async function makeSeeds(): Promise<Seeds> {
  return { script: await seedScript(), jobs: DEMO_JOBS.map(seededJob) };
}

/** Jobs that tests plan themselves, from the beginning. */
const UNPLANNED = new Set(['Hide plate 7', 'Ring gauge tags']);

/** A demo job as the Bench would have stored it, read here by the same core. */
function seededJob(demo: DemoJob, at: number): SeededJob {
  const id = `00000000-0000-4000-8000-00000000000${at + 1}`;
  const bytes = readFileSync(join(ROOT, 'public/demo', demo.fileName));
  const reading = readGcode(bytes, ORDINARY_PRINTER);
  const planned = UNPLANNED.has(demo.name) ? { ...demo, swaps: [] } : demo;
  const fingerprint = createHash('sha256').update(bytes).digest('hex');
  const { columns, rows, packed } = pictureOf(reading.footprint, PICTURE_CELLS);
  return {
    job: {
      id,
      name: demo.name,
      fileName: demo.fileName,
      bytes: bytes.length,
      fingerprint,
      layers: reading.layers.length,
      height: reading.layers.at(-1)?.z ?? 0,
      seconds: reading.seconds.total,
      bounds: boundsOf(reading.footprint),
      addedAt: 1,
      content: { kind: 'file' },
      isDemo: true,
      deleted: null,
    },
    picture: { columns, rows, packed: Buffer.from(packed.buffer).toString('base64') },
    plans: { id, revision: 1, book: bookOf(demoPlan(planned, fingerprint)), aside: [] },
    file: `/demo/${demo.fileName}`,
  };
}

/** The store of the application as a script, so that a page is seeded by the very same functions. */
async function seedScript(): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [join(ROOT, 'tests/e2e/harness/seedPage.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    tsconfig: join(ROOT, 'tsconfig.json'),
    define: { 'process.env.NODE_ENV': '"production"' },
  });
  return outputFiles[0].text;
}
