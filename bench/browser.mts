// Opens a large print in the built application and measures what the page notices of it:
// `npm run bench:browser [-- MB]`. Build first.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp, startBrowser } from '../tests/e2e/app';
import { byRole, openPage, seeText } from '../tests/e2e/harness';
import { makeBigFile } from './bigFile';

const megabytes = Number(process.argv[2] ?? 300);
const folder = mkdtempSync(join(tmpdir(), 'lamella-bench-'));
const path = join(folder, 'large_print.gcode');
writeFileSync(path, makeBigFile(megabytes * 1e6));

/** Tasks of over 50 ms on the page's main thread, as the browser itself reports them. */
declare global {
  interface Window {
    longTasks: number[];
  }
}

const app = await startApp();
const browser = await startBrowser({ webGl: true });
try {
  const { page, complaints } = await openPage(browser);
  page.setDefaultTimeout(300_000);
  await page.evaluateOnNewDocument(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longTasks.push(entry.duration);
    }).observe({ type: 'longtask', buffered: true });
  });
  await page.goto(app.url);
  await seeText(page, 'Hide plate 7');
  await page.evaluate(() => (window.longTasks.length = 0));

  const report = async (what: string, started: number): Promise<void> => {
    const tasks = await page.evaluate(() => window.longTasks.splice(0));
    const longest = tasks.length === 0 ? 'under 50' : Math.max(...tasks).toFixed(0);
    const seconds = ((performance.now() - started) / 1000).toFixed(1);
    console.log(
      `${what}: ${seconds} s; longest task of the page ${longest} ms (${tasks.length} over 50 ms)`,
    );
  };

  let started = performance.now();
  const input = await page.$('input[type="file"]');
  await input?.uploadFile(path);
  await seeText(page, 'Large print');
  await report(`Opening ${megabytes} MB onto the Bench`, started);

  started = performance.now();
  await byRole(page, 'link', 'Large print').click();
  await seeText(page, 'Bands');
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await report('Opening its job', started);

  started = performance.now();
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowUp');
  await new Promise((resolve) => setTimeout(resolve, 500));
  await report('Going up 20 layers', started);
  if (complaints.length > 0) console.error(complaints.join('\n'));
} finally {
  await browser.close();
  app.stop();
  rmSync(folder, { recursive: true });
}
