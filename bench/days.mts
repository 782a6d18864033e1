// Measures what a desk that stays open for days grows by: 50 jobs and 200 changes of station without a reload:
// `npm run bench:days`. Build first.
import type { Page } from 'puppeteer-core';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import { openPage, seeText } from '../tests/e2e/harness/harness';
import { demoId, seedJobs } from '../tests/e2e/harness/seed';
import { DEMO_JOBS } from '../src/features/bench/demoJobs';

const JOBS = 50;
const STATIONS = [
  ['Read', 'File contents'],
  ['Recipe', 'At each swap'],
  ['Checks', 'Before you press start'],
  ['Plan', 'Bands'],
] as const;

/** What is alive in the page after everything else was thrown away, MB: the page's heap, nodes and listeners. */
async function alive(page: Page): Promise<{ mb: number; nodes: number; listeners: number }> {
  const session = await page.createCDPSession();
  await session.send('HeapProfiler.enable');
  await session.send('HeapProfiler.collectGarbage');
  await session.send('HeapProfiler.collectGarbage');
  await session.detach();
  const { JSHeapUsedSize = 0, Nodes = 0, JSEventListeners = 0 } = await page.metrics();
  return { mb: JSHeapUsedSize / 1e6, nodes: Nodes, listeners: JSEventListeners };
}

async function press(page: Page, selector: string): Promise<void> {
  const link = await page.waitForSelector(selector);
  // The page's own router goes there, as when it is pressed.
  await link?.evaluate((one) => (one as HTMLElement).click());
  // A handle would keep the whole station that it was found in.
  await link?.dispose();
}

const app = await startApp();
process.env.E2E_URL = app.url;
const browser = await startBrowser({ webGl: true });
try {
  const { page } = await openPage(browser);
  page.setDefaultTimeout(120_000);
  const names = DEMO_JOBS.map(({ name }) => name);
  await seedJobs(page, app.url, names);
  await page.goto(app.url);
  await seeText(page, names[0]);
  for (let job = 0; job <= JOBS; job++) {
    const id = demoId(names[job % names.length]);
    await press(page, `ul[aria-label="Jobs"] a[href="/jobs/${id}"]`);
    await seeText(page, 'Bands');
    for (const [station, words] of STATIONS) {
      await press(page, `nav[aria-label="Stations"] a::-p-text(${station})`);
      await seeText(page, words);
    }
    await press(page, 'nav a[href="/"]');
    await (await page.waitForSelector('ul[aria-label="Jobs"]'))?.dispose();
    // The first jobs fetch what later ones have.
    if (job % 10 !== 0) continue;
    const { mb, nodes, listeners } = await alive(page);
    console.log(
      `after ${job + 1} jobs: ${mb.toFixed(1)} MB, ${nodes} nodes, ${listeners} listeners`,
    );
  }
} finally {
  await browser.close();
  app.stop();
}
