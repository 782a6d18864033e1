import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import type { HTTPRequest, Page } from 'puppeteer-core';
import { readGcode } from '../../src/core/read/reader';
import { boundsOf } from '../../src/core/geometry/columns';
import { PICTURE_CELLS, pictureOf } from '../../src/core/geometry/picture';
import { ORDINARY_PRINTER } from '../../src/core/motion/limits';
import { bookOf, mapPlans } from '../../src/core/plan/planBook';
import { DEMO_JOBS, demoPlan, type DemoJob } from '../../src/features/bench/demoJobs';
import { ROOT } from './app';
import type { SeededJob } from './seedPage';

/** The id that a demo job gets when it is seeded. */
export function demoId(name: string): string {
  const at = DEMO_JOBS.findIndex((one) => one.name === name);
  if (at < 0) throw new Error(`No demo job ${name}`);
  return `00000000-0000-4000-8000-00000000000${at + 1}`;
}

const made = new Map<string, SeededJob>();

/** A demo job as the Bench would have stored it, read here by the same core. */
function seededJob(name: string): SeededJob {
  const known = made.get(name);
  if (known) return known;
  const demo = DEMO_JOBS.find((one) => one.name === name) as DemoJob;
  const id = demoId(name);
  const bytes = readFileSync(join(ROOT, 'public/demo', demo.fileName));
  const reading = readGcode(bytes, ORDINARY_PRINTER);
  const fingerprint = createHash('sha256').update(bytes).digest('hex');
  const { columns, rows, top } = pictureOf(reading.footprint, PICTURE_CELLS);
  const seeded: SeededJob = {
    job: {
      id,
      name,
      fileName: demo.fileName,
      bytes: bytes.length,
      fingerprint,
      layers: reading.layers.length,
      height: reading.layers.at(-1)?.z ?? 0,
      seconds: reading.seconds.total,
      bounds: boundsOf(reading.footprint),
      addedAt: 1,
      isDemo: true,
      deleted: null,
    },
    picture: { columns, rows, top: Buffer.from(top.buffer).toString('base64') },
    plans: { id, revision: 1, book: bookOf(demoPlan(demo, fingerprint)), aside: [] },
    file: `/demo/${demo.fileName}`,
  };
  made.set(name, seeded);
  return seeded;
}

function withoutSwaps(seeded: SeededJob): SeededJob {
  const book = mapPlans(seeded.plans.book, (plan) => ({ ...plan, swaps: [] }));
  return { ...seeded, plans: { ...seeded.plans, book } };
}

let bundle: Promise<string> | null = null;

/** The store of the application as a script, so that a page is seeded by the very same functions. */
async function seedScript(): Promise<string> {
  bundle ??= build({
    entryPoints: [join(ROOT, 'tests/e2e/seedPage.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    tsconfig: join(ROOT, 'tsconfig.json'),
    define: { 'process.env.NODE_ENV': '"production"' },
  }).then(({ outputFiles }) => outputFiles[0].text);
  return bundle;
}

const EMPTY = '<!doctype html><link rel="icon" href="data:,"><title>Empty</title>';

/** Opens a page of the application's origin that is empty, and stores nothing itself. */
async function openEmptyPage(page: Page, url: string): Promise<void> {
  await page.setRequestInterception(true);
  const answer = (request: HTTPRequest): Promise<void> =>
    request.respond({ contentType: 'text/html', body: EMPTY });
  page.once('request', answer);
  await page.goto(`${url}/empty`);
  await page.setRequestInterception(false);
}

/** Stores demo jobs in a page's browser before the application runs there. */
export async function seedJobs(
  page: Page,
  url: string,
  names: readonly string[],
  isEmpty = false,
): Promise<void> {
  await openEmptyPage(page, url);
  await page.evaluate(await seedScript());
  const jobs = names.map(seededJob).map((one) => (isEmpty ? withoutSwaps(one) : one));
  const demoFiles = DEMO_JOBS.map(({ fileName }) => fileName);
  await page.evaluate(
    (given, files) => {
      const { seedLamella } = globalThis as unknown as {
        seedLamella: (jobs: unknown, files: unknown) => Promise<void>;
      };
      return seedLamella(given, files);
    },
    jobs,
    demoFiles,
  );
}

/** Changes fields of a stored record behind the application's back. */
export async function editRaw(
  page: Page,
  store: string,
  key: string,
  fields: Readonly<Record<string, unknown>>,
): Promise<void> {
  await page.evaluate(
    (name, id, given) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('lamella');
        opening.onsuccess = () => {
          const tx = opening.result.transaction(name, 'readwrite');
          const records = tx.objectStore(name);
          const found = records.get(id);
          found.onsuccess = () => records.put({ ...found.result, ...given });
          tx.oncomplete = () => {
            opening.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
    store,
    key,
    fields,
  );
}

/** Puts something else in place of all records of a store; `edit` is a function as text. */
export async function editAll(
  page: Page,
  database: string,
  store: string,
  edit: string,
): Promise<void> {
  // As text, since the page's own policy lets it evaluate nothing.
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('${database}');
    opening.onsuccess = () => {
      const tx = opening.result.transaction('${store}', 'readwrite');
      const all = tx.objectStore('${store}').openCursor();
      all.onsuccess = () => {
        all.result?.update((${edit})(all.result.value));
        all.result?.continue();
      };
      tx.oncomplete = () => {
        opening.result.close();
        resolve();
      };
      tx.onerror = () => reject(tx.error);
    };
  })`);
}
