// Measures the built application in Chromium: the script of each screen, what a large file costs from its
// import to a desk that answers, and the longest task of the page on the way:
// `npm run bench:browser [-- MB]`. Build first.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Browser, Page } from 'puppeteer-core';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import { openPage, seeText } from '../tests/e2e/harness/harness';
import { demoId, seedJobs } from '../tests/e2e/harness/seed';
import { makeBigFile } from './bigFile';

const megabytes = Number(process.argv[2] ?? 100);
const folder = mkdtempSync(join(tmpdir(), 'lamella-bench-'));
const path = join(folder, 'large_print.gcode');
writeFileSync(path, makeBigFile(megabytes * 1e6));

/** Tasks of over 50 ms on the page's main thread, as the browser itself reports them. */
declare global {
  interface Window {
    longTasks: number[];
  }
}

/** Opens a page that notes its long tasks. */
async function watchedPage(browser: Browser): Promise<Page> {
  const { page } = await openPage(browser);
  page.setDefaultTimeout(300_000);
  await page.evaluateOnNewDocument(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longTasks.push(entry.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  return page;
}

/** Does something and says how long it took, and the longest task meanwhile. */
async function measured(page: Page, what: string, work: () => Promise<unknown>): Promise<void> {
  await page.evaluate(() => (window.longTasks.length = 0));
  const started = performance.now();
  await work();
  const seconds = ((performance.now() - started) / 1000).toFixed(2);
  const tasks = await page.evaluate(() => window.longTasks.splice(0));
  const longest = tasks.length === 0 ? 'under 50' : Math.max(...tasks).toFixed(0);
  console.log(
    `${what}: ${seconds} s; longest task ${longest} ms (${tasks.length} over 50 ms: ${tasks.map((one) => one.toFixed(0)).join(', ')})`,
  );
}

/** Kilobytes of script, packed by gzip, that a screen transfers until it rests. */
async function scriptOf(browser: Browser, url: string, seed: boolean): Promise<number> {
  const { page } = await openPage(browser);
  const origin = new URL(url).origin;
  if (seed) await seedJobs(page, origin, ['Hide plate 7']);
  const scripts: Promise<Buffer>[] = [];
  page.on('response', (response) => {
    if (response.request().resourceType() === 'script')
      scripts.push(Promise.resolve(response.buffer()).then((one) => Buffer.from(one)));
  });
  await page.goto(url, { waitUntil: 'networkidle0' });
  const bodies = await Promise.all(scripts);
  await page.close();
  return bodies.reduce((sum, body) => sum + gzipSync(body).length, 0) / 1000;
}

const app = await startApp();
process.env.E2E_URL = app.url;
const browser = await startBrowser({ webGl: true });
const plan = `/jobs/${demoId('Hide plate 7')}`;
const rest = (page: Page): Promise<void> => page.waitForNetworkIdle({ idleTime: 1500 });
try {
  for (const [name, address] of [
    ['Bench', '/'],
    ['Shelf', '/shelf'],
    ['Printers', '/printers'],
    ['Guide', '/guide'],
    ['Read', `${plan}/read`],
    ['Plan', plan],
    ['Recipe', `${plan}/recipe`],
    ['Checks', `${plan}/checks`],
    ['Output', `${plan}/output`],
  ] as const) {
    const kilobytes = await scriptOf(browser, app.url + address, true);
    console.log(`Script of ${name}: ${kilobytes.toFixed(0)} kB`);
  }
  const page = await watchedPage(browser);
  await seedJobs(page, app.url, []);
  await page.goto(app.url);
  await seeText(page, 'Drop a sliced file');
  await measured(page, `New file of ${megabytes} MB, to the desk`, async () => {
    const input = await page.$('input[type="file"]');
    await input?.uploadFile(path);
    await seeText(page, 'Bands');
  });
  await measured(page, '… until the sheet is drawn', () =>
    page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]'),
  );
  await measured(page, 'Known job after a reload, to the desk', async () => {
    await page.reload();
    await seeText(page, 'Bands');
  });
  await measured(page, '… until the sheet is drawn', () =>
    page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]'),
  );
  await measured(page, 'Going up 20 layers', async () => {
    for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowUp');
    await rest(page);
  });
  await measured(page, 'From above', async () => {
    await page.keyboard.press('v');
    await rest(page);
  });
  for (const [name, seen] of [
    ['Read', 'Layers'],
    ['Recipe', 'Recipe'],
    ['Checks', 'Checks'],
    ['Output', 'Output'],
    ['Plan', 'Bands'],
  ] as const) {
    await measured(page, `Station ${name}`, async () => {
      const link = await page.$(`nav[aria-label="Stations"] a::-p-text(${name})`);
      await link?.click();
      await seeText(page, seen);
      await rest(page);
    });
  }
} finally {
  await browser.close();
  app.stop();
  rmSync(folder, { recursive: true });
}
