import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  byRole,
  openPage,
  openPlan,
  prepare,
  seeSaved,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { demoId, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

/** Every screen that shows something stored. */
const STORED = [
  '/',
  '/shelf',
  '/printers',
  '/safe',
  '/logbook',
  '/logbook/some-print',
  `/jobs/${PLATE}`,
  `/jobs/${PLATE}/output`,
  `/jobs/${PLATE}/attend`,
  `/jobs/${PLATE}/attend/sheet`,
];

/** The browser takes orders for its databases, and never answers. As text, for the page alone. */
const SILENT = `{
  const open = IDBFactory.prototype.open;
  IDBFactory.prototype.open = function (...asked) {
    const request = open.apply(this, asked);
    for (const kind of ['success', 'error', 'blocked', 'upgradeneeded']) {
      request.addEventListener(kind, (event) => event.stopImmediatePropagation());
    }
    return request;
  };
}`;
const forbidden = (name: string): string =>
  `Object.defineProperty(window, '${name}', { get() { throw new DOMException('no', 'SecurityError') } })`;

async function mainText(page: Page): Promise<string> {
  return page.$eval('main', (main) => main.innerText);
}

describe('a storage that cannot be used', () => {
  for (const [name, script, words] of [
    [
      'is not there',
      `Object.defineProperty(window, 'indexedDB', { value: undefined })`,
      'This browser does not allow storage.',
    ],
    ['is forbidden', forbidden('indexedDB'), 'This browser does not allow storage.'],
    ['does not answer', SILENT, 'The browser’s storage is not responding'],
  ] as const) {
    it(`${name}: every screen says so within five seconds, and what can be done`, async () => {
      const { page, complaints } = await openPage(bed.browser);
      await page.evaluateOnNewDocument(script);
      page.setDefaultTimeout(8000);
      for (const path of STORED) {
        await page.goto(`${bed.app.url}${path}`);
        await seeText(page, words);
        const text = await mainText(page);
        assert.match(text, /Try again|Reload page/, path);
        assert.doesNotMatch(text, /does not exist|not found|No file written/, path);
      }
      assert.deepEqual(complaints, []);
    });
  }

  it('has no second place: the screens say what is kept once only', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.evaluateOnNewDocument(forbidden('localStorage'));
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, 'This browser does not let Lamella keep a backup copy of your spools');
    await byRole(page, 'link', 'Save everything to a file').click();
    await seeText(page, 'Save to a file');
    assert.deepEqual(
      // The tests’ own mark that the tour was seen.
      complaints.filter((one) => !one.includes('SecurityError') && one !== 'page: no'),
      [],
    );
  });

  it('is removed while a page is open: that is said, and nothing of an update', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await page.evaluate(
      () =>
        new Promise((resolve) => {
          indexedDB.deleteDatabase('lamella').onsuccess = resolve;
        }),
    );
    await seeText(page, 'The browser has lost Lamella’s storage');
    assert.doesNotMatch(await mainText(page), /updated in another tab/);
    await byRole(page, 'button', 'Use the new storage').click();
    await seeText(page, 'The file of Hide plate 7 is missing');
    assert.deepEqual(complaints, []);
  });

  it('is of a newer Lamella: the page says so and offers to be reloaded', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await seedJobs(page, bed.app.url, ['Hide plate 7']);
    await page.goto(bed.app.url);
    await seeText(page, 'Hide plate 7');
    const tab = await page.browserContext().newPage();
    await prepare(tab);
    await tab.goto(`${bed.app.url}/icon.svg`);
    await tab.evaluate(
      () =>
        new Promise((resolve) => {
          indexedDB.open('lamella', 999).onsuccess = ({ target }) => {
            (target as IDBOpenDBRequest).result.close();
            resolve(null);
          };
        }),
    );
    await page.bringToFront();
    await seeText(page, 'Lamella was updated in another tab');
    await byRole(page, 'button', 'Reload page').wait();
    await until(page, () => !document.body.innerText.includes('has lost'));
    assert.deepEqual(complaints, []);
  });
});
