// Measures what a dragged swap costs on the Plan station, on the relief tile and on a print of
// about 1000 layers: `npm run bench:desk`. Build first.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import { byRole, openPage, seeText } from '../tests/e2e/harness/harness';
import { makeBigFile } from './bigFile';

/** About 1000 layers. */
const TALL_BYTES = 44e6;
const MOVES = 50;

const folder = mkdtempSync(join(tmpdir(), 'lamella-bench-'));
const tall = join(folder, 'tall_print.gcode');
writeFileSync(tall, makeBigFile(TALL_BYTES));

const middle = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1] ?? 0;
const ms = (value: number): string => `${value.toFixed(1)} ms`;

/** Work of the page's main thread so far, s: script, style, layout and painting. */
async function workDone(page: Page): Promise<number> {
  return (await page.metrics()).TaskDuration ?? 0;
}

/** Moves the shown layer's swap up and down by its key: what each move costs the main thread, ms. */
async function recolour(page: Page): Promise<{ middle: number; worst: number }> {
  const costs: number[] = [];
  for (let i = 0; i < MOVES; i++) {
    const before = await workDone(page);
    await page.keyboard.press(i % 2 === 0 ? ']' : '[');
    // Until what comes after the change is there as well.
    await new Promise((resolve) => setTimeout(resolve, 600));
    costs.push(((await workDone(page)) - before) * 1000);
  }
  return { middle: middle(costs), worst: Math.max(...costs) };
}

/** Drags the first flag up and down, and times from frame to frame. */
async function dragFrames(page: Page): Promise<{ middle: number; worst: number }> {
  const flag = await page.$('[role="group"][aria-label="Swaps"] button');
  const box = await flag?.boundingBox();
  if (!box) throw new Error('There is no flag to drag.');
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { times });
    const note = (now: number): void => {
      times.push(now);
      requestAnimationFrame(note);
    };
    requestAnimationFrame(note);
  });
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  for (let i = 0; i < MOVES; i++) {
    await page.mouse.move(box.x + 8, box.y + 8 - 120 * Math.sin((i / MOVES) * Math.PI));
  }
  await page.mouse.up();
  const times = await page.evaluate(() => (window as unknown as { times: number[] }).times);
  const gaps = times.slice(1).map((time, i) => time - times[i]);
  return { middle: middle(gaps), worst: Math.max(...gaps) };
}

const app = await startApp();
const browser = await startBrowser({ webGl: true });
try {
  for (const name of ['Marsh relief tile', 'Tall print']) {
    const { page } = await openPage(browser);
    // tsx names functions by a helper that the page does not have.
    await page.evaluateOnNewDocument('globalThis.__name = (one) => one');
    await page.goto(app.url);
    await seeText(page, 'Marsh relief tile');
    if (name === 'Tall print') {
      const input = await page.$('input[type="file"]');
      await input?.uploadFile(tall);
      await seeText(page, 'Bands');
    } else await byRole(page, 'link', name).click();
    await seeText(page, 'Bands');
    for (const key of ['End', 'ArrowDown', 'ArrowDown', 's', 'v'] as const) {
      await page.keyboard.press(key);
    }
    await page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]');
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const work = await recolour(page);
    const drag = await dragFrames(page);
    console.log(
      `${name}: a moved swap costs ${ms(work.middle)} of the main thread in the middle, ${ms(work.worst)} at worst, all panels included; dragging: ${ms(drag.middle)} from frame to frame, worst ${ms(drag.worst)}`,
    );
    await page.close();
  }
} finally {
  await browser.close();
  app.stop();
  rmSync(folder, { recursive: true });
}
