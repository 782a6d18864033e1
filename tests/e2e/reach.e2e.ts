import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { KeyInput, Page } from 'puppeteer-core';
import {
  smallTargets,
  violations,
  violationsBesideContrast,
  violationsInBothThemes,
} from './harness/axe';
import {
  byRole,
  openPage,
  openPlan,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { demoId, fillDisk, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');
const SIGN = demoId('Window sign');
const WIDTHS = [320, 390, 1280] as const;

/** Every address of the application, with something that is read on it once it is there. */
const ROUTES: readonly (readonly [string, string])[] = [
  ['/', 'Hide plate 7'],
  ['/shelf', '12 of 12 spools'],
  ['/printers', 'Type of stop'],
  ['/pieces', 'Read it off'],
  ['/safe', 'Save to a file'],
  ['/logbook', 'prints'],
  ['/logbook/demo-run-1', 'Result'],
  ['/logbook/none', 'Print not found'],
  ['/draw', 'Draw a plate'],
  ['/relief', 'Relief from a picture'],
  ['/run', 'The run cannot be opened'],
  ['/home', 'In the home network'],
  ['/guide', 'Choosing the layer'],
  ['/guide/layers', 'Choosing the layer'],
  ['/nothing', 'Page not found'],
  ['/jobs/none', 'Job not found'],
  [`/jobs/${PLATE}`, 'Bands'],
  [`/jobs/${PLATE}/hand`, 'Hide plate 7'],
  [`/jobs/${PLATE}/read`, 'Hide plate 7'],
  [`/jobs/${PLATE}/recipe`, 'At each swap'],
  [`/jobs/${PLATE}/checks`, 'Before you press start'],
  [`/jobs/${PLATE}/output`, 'Commands to insert'],
  [`/jobs/${PLATE}/attend`, 'When to start'],
  [`/jobs/${PLATE}/attend/sheet`, 'Hide plate 7'],
  [`/jobs/${SIGN}`, 'Someone must be at the printer'],
  [`/jobs/${SIGN}/output`, 'Commands to insert'],
];

/** Nothing moves, and the window is as high as the page: what a bar covers until it is scrolled is no fault. */
async function hold(page: Page, width: number): Promise<void> {
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  await page.setViewport({ width, height: width > 1000 ? 800 : 3600 });
}

/** What listens to the size of the window has heard of it, and was drawn. */
async function laidOut(page: Page): Promise<void> {
  await page.evaluate(async () => {
    for (let i = 0; i < 3; i++) await new Promise((resolve) => requestAnimationFrame(resolve));
  });
}

async function withPrints(): Promise<{ page: Page; complaints: string[] }> {
  const opened = await openPage(bed.browser);
  const { page } = opened;
  await seedJobs(page, bed.app.url, ['Hide plate 7', 'Window sign']);
  await page.goto(`${bed.app.url}/logbook`);
  await byRole(page, 'button', 'Show sample prints').click();
  await seeText(page, 'Remove sample prints');
  await page.goto(`${bed.app.url}/jobs/${PLATE}`);
  await seeText(page, 'Bands');
  for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
  await seeSwaps(page, 11, 26);
  await byRole(page, 'link', 'Output').click();
  await byRole(page, 'button', 'Write file').click();
  await seeText(page, 'File written');
  return opened;
}

describe('every address', () => {
  it('is reached by all hands and eyes, on a desk and on phones', async () => {
    const { page, complaints } = await withPrints();
    const found: string[] = [];
    for (const [path, words] of ROUTES) {
      // It comes in the narrowest window, and is made wider: what did not fit there would be left over.
      await hold(page, WIDTHS[0]);
      await page.goto(`${bed.app.url}${path}`);
      await seeText(page, words);
      for (const width of WIDTHS) {
        await hold(page, width);
        await laidOut(page);
        // Colours are the same at all widths.
        const look = width === 1280 ? violationsInBothThemes : violationsBesideContrast;
        // A wide phone shows what a narrow one shows.
        const seen = width === 390 ? [] : await look(page);
        const here = [...seen, ...(await smallTargets(page))];
        const room = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
        if (room > 1) here.push(`is ${room} px wider than the window`);
        found.push(...here.map((one) => `${width} ${path}: ${one}`));
      }
    }
    assert.deepEqual(found, []);
    assert.deepEqual(
      complaints.filter((one) => !one.includes('/nothing')),
      [],
    );
  });
});

describe('every dialog and menu', () => {
  it('is reached by all hands and eyes, on a desk and on a phone', async () => {
    const { page, complaints } = await withPrints();
    const found: string[] = [];
    const look = async (what: string): Promise<void> => {
      found.push(
        ...[...(await violations(page)), ...(await smallTargets(page))].map(
          (one) => `${what}: ${one}`,
        ),
      );
    };
    const open = (path: string): Promise<unknown> => page.goto(`${bed.app.url}${path}`);
    for (const width of [1280, 320]) {
      await hold(page, width);
      await open(`/jobs/${PLATE}`);
      await seeText(page, 'Bands');
      for (const [key, words] of [
        ['?', 'One layer up'],
        ['f', 'Filaments of this plan'],
        ['c', 'Scale part'],
        ['u', 'Purge and cost'],
        ['i', 'Away hours'],
      ] satisfies [KeyInput, string][]) {
        await page.keyboard.press(key);
        await seeText(page, words);
        if (key === 'i') await byRole(page, 'button', 'Add hours').click();
        await look(`${width}, ${words}`);
        const wide = await page.$eval(
          '[role="dialog"]',
          (one) => one.scrollWidth - one.clientWidth,
        );
        if (wide > 1) found.push(`${width}, ${words}: is ${wide} px too wide`);
        await page.keyboard.press('Escape');
      }
      await byRole(page, 'button', 'Job menu').click();
      await page.waitForSelector('[role="menu"]');
      await look(`${width}, plan menu`);
      await page.keyboard.press('Escape');
      await open('/shelf');
      await byRole(page, 'button', 'New spool').click();
      await byRole(page, 'heading', 'New spool').wait();
      await look(`${width}, new spool`);
      await open('/');
      await byRole(page, 'button', 'Delete Window sign').click();
      await seeText(page, 'Window sign is deleted');
      await page.locator('button[aria-expanded]:not([aria-haspopup])').click();
      await byRole(page, 'button', 'Restore Window sign').wait();
      await look(`${width}, deleted jobs and a message`);
      // The message lies over the end of the page, which scrolls clear of it.
      const restore = await byRole(page, 'button', 'Restore Window sign').wait();
      await restore.evaluate((one) => one.scrollIntoView({ block: 'center' }));
      await byRole(page, 'button', 'Restore Window sign').click();
      await byRole(page, 'link', 'Window sign').wait();
    }
    assert.deepEqual(found, []);
    assert.deepEqual(complaints, []);
  });
});

describe('the keyboard', () => {
  it('stays on the page when a plan is deleted, and is seen in the text of the file', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('k');
    await byRole(page, 'button', 'Duplicate plan').click();
    await byRole(page, 'button', 'Delete Plan 1').wait();
    await page.focus('[aria-label="Delete Plan 1"]');
    await page.keyboard.press('Enter');
    await until(page, () => document.querySelectorAll('ul[aria-label="Plans"] > li').length === 1);
    await until(
      page,
      () => document.activeElement !== document.body && document.activeElement !== null,
    );
    await page.goto(`${bed.app.url}/jobs/${PLATE}/read`);
    await page.waitForSelector('.cm-content');
    await page.focus('.cm-content');
    // The editor learns a moment later that it has the focus.
    await until(page, () => {
      const editor = document.querySelector('.cm-editor');
      return editor !== null && getComputedStyle(editor).outlineStyle === 'solid';
    });
    assert.deepEqual(complaints, []);
  });

  it('scrolls what is put in, and reaches the name of a new folder', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await seedJobs(page, bed.app.url, ['Hide plate 7', 'Window sign']);
    // A window too low for one block.
    await page.setViewport({ width: 1280, height: 360 });
    await page.goto(`${bed.app.url}/jobs/${SIGN}/output`);
    const list = 'section[aria-labelledby="blocks-title"]';
    await seeText(page, 'Commands to insert');
    await until(
      page,
      (where) => {
        const { scrollHeight, clientHeight } = document.querySelector(where)!;
        return scrollHeight > clientHeight + 100;
      },
      list,
    );
    await page.focus(list);
    await page.keyboard.press('PageDown');
    await until(page, (where) => document.querySelector(where)!.scrollTop > 0, list);
    await page.evaluate(`new Promise((resolve) => {
      const opening = indexedDB.open('lamella');
      opening.onsuccess = () => {
        const tx = opening.result.transaction('jobs', 'readwrite');
        const found = tx.objectStore('jobs').get('${SIGN}');
        found.onsuccess = () => tx.objectStore('jobs').put({ ...found.result, folder: 'Signs' });
        tx.oncomplete = () => { opening.result.close(); resolve(); };
      };
    })`);
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(bed.app.url);
    await byRole(page, 'button', 'Folder of Hide plate 7').wait();
    await page.focus('[aria-label="Folder of Hide plate 7"]');
    await page.keyboard.press('Enter');
    await byRole(page, 'dialog', 'Folder of Hide plate 7').wait();
    assert.deepEqual(await violations(page), []);
    const isField = (): Promise<boolean> =>
      page.evaluate(() => document.activeElement?.getAttribute('aria-label') === 'New folder');
    for (let i = 0; i < 4 && !(await isField()); i++) await page.keyboard.press('Tab');
    assert.ok(await isField());
    await page.keyboard.type('Plates');
    await page.keyboard.press('Enter');
    await seeText(page, 'Plates ·');
    assert.deepEqual(complaints, []);
  });

  it('hears that all is saved, after it was said that something is not', async () => {
    const { page, complaints } = await openPlan(bed);
    const spoken = (): Promise<string> =>
      page.$eval('nav [role="status"], [role="status"]', (one) => one.textContent ?? '');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await seeSaved(page);
    assert.doesNotMatch(await spoken(), /Saved/);
    await fillDisk(page, true);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await page.waitForSelector('[data-saving="failed"]');
    await fillDisk(page, false);
    await byRole(page, 'button', 'Not saved: try again').click();
    await seeSaved(page);
    await until(page, () =>
      [...document.querySelectorAll('[role="status"]')].some((one) =>
        /^Saved\./.test(one.textContent ?? ''),
      ),
    );
    assert.deepEqual(complaints, []);
  });
});
