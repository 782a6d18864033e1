import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { oddOnes, type OddStore } from '../support/oddOnes';
import { literal } from '../support/oddRecords';
import { byRole, openPage, seeNoText, seeText, testBed } from './harness/harness';
import { seedJobs } from './harness/seed';

const bed = testBed();

/** Stores records behind the application's back, as a bundle or a disk may have brought them. */
async function putAll(page: Page, store: OddStore, records: readonly unknown[]): Promise<void> {
  await page.evaluate(`new Promise((resolve, reject) => {
    const opening = indexedDB.open('lamella');
    opening.onsuccess = () => {
      const tx = opening.result.transaction('${store}', 'readwrite');
      for (const one of [${records.map(literal).join(',')}]) tx.objectStore('${store}').put(one);
      tx.oncomplete = () => {
        opening.result.close();
        resolve();
      };
      tx.onerror = () => reject(tx.error);
    };
  })`);
}

async function openWith(stores: readonly OddStore[]) {
  const opened = await openPage(bed.browser);
  await seedJobs(opened.page, bed.app.url, ['Hide plate 7'], true);
  for (const store of stores) {
    await putAll(
      opened.page,
      store,
      oddOnes(store).map(({ record }) => record),
    );
  }
  return opened;
}

describe('a record that its schema lets in', () => {
  // All else that shows them is looked at without a browser, where no chart is drawn.
  it('is drawn in the charts, whatever stands in it', async () => {
    const { page, complaints } = await openWith(['runs']);
    await page.goto(`${bed.app.url}/logbook`);
    await seeText(page, 'prints');
    await byRole(page, 'tab', 'Charts').click();
    await page.waitForSelector('.apexcharts-series path');
    await seeNoText(page, 'This did not work');
    assert.deepEqual(complaints, []);
  });
});
