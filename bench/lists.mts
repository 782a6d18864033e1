// Measures long lists in the built application: a Bench of 300 jobs, a search among 10 000 spools and among
// 5 000 prints, letter by letter: `npm run bench:lists`. Build first.
import type { Page } from 'puppeteer-core';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import { byRole, openPage, seeText, until } from '../tests/e2e/harness/harness';
import { seedJobs } from '../tests/e2e/harness/seed';
import { DEMO_JOBS } from '../src/features/bench/demoJobs';
import { median } from './turns';

const JOBS = 300;
const SPOOLS = 10_000;
const PRINTS = 5_000;

/** Stores copies of a store's records until there are so many; `edit` is a function as text, of a record and its number. */
async function multiply(page: Page, stores: readonly string[], wanted: number): Promise<void> {
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('lamella');
    opening.onsuccess = () => {
      const tx = opening.result.transaction(${JSON.stringify(stores)}, 'readwrite');
      for (const name of ${JSON.stringify(stores)}) {
        const records = tx.objectStore(name);
        const isInline = records.keyPath !== null;
        const keys = records.getAllKeys();
        const values = records.getAll();
        values.onsuccess = () => {
          const all = values.result;
          for (let i = all.length; i < ${wanted}; i++) {
            const value = all[i % all.length];
            const id = 'copy-' + i;
            if (isInline) records.put({ ...value, id, name: value.name === undefined ? undefined : value.name + ' ' + i });
            else records.put(value, id);
          }
        };
      }
      tx.oncomplete = () => { opening.result.close(); resolve(); };
      tx.onerror = () => reject(tx.error);
    };
  })`);
}

/** Types words letter by letter; what each letter costs the page's main thread until it rests, ms. */
async function typed(page: Page, words: string): Promise<{ middle: number; worst: number }> {
  await page.focus('input[type="search"]');
  const costs: number[] = [];
  for (const letter of words) {
    const before = (await page.metrics()).TaskDuration ?? 0;
    await page.keyboard.type(letter);
    await page.waitForNetworkIdle({ idleTime: 200 });
    costs.push((((await page.metrics()).TaskDuration ?? 0) - before) * 1000);
  }
  return { middle: median(costs), worst: Math.max(...costs) };
}

const said = (what: string, { middle, worst }: { middle: number; worst: number }): void =>
  console.log(
    `${what}: ${middle.toFixed(0)} ms a letter in the middle, ${worst.toFixed(0)} ms at worst`,
  );

const app = await startApp();
process.env.E2E_URL = app.url;
const browser = await startBrowser({ webGl: false });
try {
  const { page } = await openPage(browser);
  page.setDefaultTimeout(300_000);
  await seedJobs(
    page,
    app.url,
    DEMO_JOBS.map(({ name }) => name),
  );
  await multiply(page, ['jobs', 'plans'], JOBS);
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    const begun = performance.now();
    await page.goto(app.url, { waitUntil: 'domcontentloaded' });
    await until(page, () => document.querySelectorAll('ul[aria-label="Jobs"] > li').length > 10);
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
    times.push((performance.now() - begun) / 1000);
  }
  console.log(
    `Bench of ${JOBS} jobs, from its address to its cards: ${median(times).toFixed(2)} s`,
  );
  said(`Search among ${JOBS} jobs`, await typed(page, 'plate 217'));

  await page.goto(`${app.url}/shelf`);
  await seeText(page, '12 of 12 spools');
  await page.goto(`${app.url}/logbook`);
  await byRole(page, 'button', 'Show sample prints').click();
  await seeText(page, 'Remove sample prints');
  await seedEmpty(page);
  await multiply(page, ['spools'], SPOOLS);
  await multiply(page, ['runs'], PRINTS);
  await page.goto(`${app.url}/shelf`);
  await seeText(page, `${SPOOLS} of ${SPOOLS} spools`);
  said(`Search among ${SPOOLS} spools`, await typed(page, 'brick 7654'));
  await page.goto(`${app.url}/logbook`);
  await page.waitForSelector('input[type="search"]');
  said(`Search among ${PRINTS} prints`, await typed(page, 'plate 217'));
} finally {
  await browser.close();
  app.stop();
}

/** Leaves the application, which would write meanwhile. */
async function seedEmpty(page: Page): Promise<void> {
  await seedJobs(page, app.url, []);
}
