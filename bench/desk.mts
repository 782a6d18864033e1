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
/** Without WebGL: what is left is the page's own work, where the machine draws by its processor. */
const FLAT = process.argv.includes('--flat');

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

/** What moving the shown layer's swap by its key takes. */
interface KeyFigures {
  /** From the event to the end of the frame that shows it, ms. */
  readonly middle: number;
  readonly worst: number;
  /** Work of the main thread for a single step, with the panels once the key rests, ms. */
  readonly work: number;
}

/** Moves the shown layer's swap up and down by its key, each time until all that comes after is there as well. */
async function recolour(page: Page): Promise<KeyFigures> {
  const work: number[] = [];
  await page.evaluate(watchMoves('keydown'));
  for (let i = 0; i < MOVES; i++) {
    const before = await workDone(page);
    await page.keyboard.press(i % 2 === 0 ? ']' : '[');
    await new Promise((resolve) => setTimeout(resolve, 600));
    work.push(((await workDone(page)) - before) * 1000);
  }
  const costs = (await page.evaluate('moveCosts')) as number[];
  return { middle: middle(costs), worst: Math.max(...costs), work: middle(work) };
}

/** Has the page note how long each event of a kind holds its main thread, until the end of its frame. */
const watchMoves = (kind: 'keydown' | 'pointermove'): string => `
  globalThis.moveCosts = [];
  addEventListener('${kind}', () => {
    const start = performance.now();
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => moveCosts.push(performance.now() - start);
      port2.postMessage(null);
    });
  }, { capture: true });
`;

interface DragFigures {
  /** What a move takes from the event to the end of the frame that shows it, ms. */
  readonly middle: number;
  readonly worst: number;
  /** Work of the main thread for each move, ms. */
  readonly work: number;
  /** What the panels cost it once the hand rests, ms. */
  readonly rest: number;
}

/** Drags the first flag down and up again as fast as the page takes the moves. */
async function dragCosts(page: Page): Promise<DragFigures> {
  const flag = await page.$('[role="group"][aria-label="Swaps"] button');
  const box = await flag?.boundingBox();
  if (!box) throw new Error('There is no flag to drag.');
  await page.mouse.move(box.x + 8, box.y + 8);
  await page.mouse.down();
  await page.evaluate(watchMoves('pointermove'));
  const before = await workDone(page);
  for (let i = 1; i <= MOVES; i++) {
    await page.mouse.move(box.x + 8, box.y + 8 + 120 * Math.sin((i / MOVES) * Math.PI));
  }
  const moved = await workDone(page);
  const costs = (await page.evaluate('moveCosts')) as number[];
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const rested = await workDone(page);
  await page.mouse.up();
  return {
    middle: middle(costs),
    worst: Math.max(...costs),
    work: ((moved - before) * 1000) / MOVES,
    rest: (rested - moved) * 1000,
  };
}

/** Presses a station's link in the page, and answers when what is looked for is there and its frame is over, ms. */
const pressAndSee = (station: string, selector: string): string => `new Promise((done) => {
  const links = [...document.querySelectorAll('nav[aria-label="Stations"] a')];
  const start = performance.now();
  links.find((one) => one.textContent.includes('${station}')).click();
  const look = () => {
    // A station that is kept is there all the time, hidden.
    if (!document.querySelector('${selector}')?.checkVisibility()) return requestAnimationFrame(look);
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => done(performance.now() - start);
    requestAnimationFrame(() => port2.postMessage(null));
  };
  requestAnimationFrame(look);
})`;

/** How long the Plan station takes to be back, its sheet drawn, after another one was shown, ms. */
async function backToPlan(page: Page): Promise<number> {
  const times: number[] = [];
  const sheet = FLAT ? '[aria-label="Sheet"]' : '[aria-label^="Drawing"][aria-busy="false"] canvas';
  for (let i = 0; i < 7; i++) {
    await page.evaluate(pressAndSee('Recipe', 'a[aria-current="page"]'));
    await new Promise((resolve) => setTimeout(resolve, 1000));
    times.push((await page.evaluate(pressAndSee('Plan', sheet))) as number);
    await new Promise((resolve) => setTimeout(resolve, 1000));
  }
  return middle(times);
}

const app = await startApp();
const browser = await startBrowser({ webGl: !FLAT });
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
    if (!FLAT) await page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]');
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const key = await recolour(page);
    const drag = await dragCosts(page);
    const back = await backToPlan(page);
    console.log(
      `${name}: one moved by its key is drawn ${ms(key.middle)} after its event in the middle and ${ms(key.worst)} at worst, and costs ${ms(key.work)} of the main thread with all panels; a dragged one is drawn ${ms(drag.middle)} after its event in the middle and ${ms(drag.worst)} at worst, for ${ms(drag.work)} of work, and the panels cost ${ms(drag.rest)} once the hand rests; back to Plan from another station: ${ms(back)}`,
    );
    await page.close();
  }
} finally {
  await browser.close();
  app.stop();
  rmSync(folder, { recursive: true });
}
