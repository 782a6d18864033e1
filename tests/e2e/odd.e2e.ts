import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { oddOnes, type OddStore } from '../support/oddOnes';
import { literal } from '../support/oddRecords';
import { byRole, openPage, seeNoText, seeText, testBed, until } from './harness/harness';
import { demoId, editAll, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

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

/** One of the odd records for each eighth field, taken in turn from what that field may hold. */
function someFields(store: OddStore): readonly { readonly what: string; readonly id: string }[] {
  const odd = oddOnes(store);
  // What is worked out of all of them is held beside the schemas.
  const paths = [...new Set(odd.map(({ path }) => path))].filter((_, i) => i % 8 === 0);
  return paths.map((wanted, i) => {
    const all = odd.filter(({ path }) => path === wanted);
    const { what, record } = all[i % all.length];
    return { what, id: (record as { id: string }).id };
  });
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
  it('is listed, whatever stands in it', async () => {
    const { page, complaints } = await openWith(['jobs', 'printers', 'spools', 'runs']);
    await page.goto(bed.app.url);
    const jobs = oddOnes('jobs').length + 1;
    await until(page, (count) => document.querySelectorAll('canvas').length > count / 3, jobs);
    await seeText(page, 'Hide plate 7');
    // The first ones come at once, and the rest in steps.
    await until(
      page,
      (count) => document.querySelectorAll('ul[aria-label="Jobs"] > li h2').length === count,
      jobs,
    );
    await seeNoText(page, 'its record is damaged');
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, `${oddOnes('spools').length + 12} of`);
    await page.goto(`${bed.app.url}/printers`);
    await until(
      page,
      (count) => document.querySelectorAll('nav[aria-label="Printers"] li').length === count,
      oddOnes('printers').length + 3,
    );
    await page.goto(`${bed.app.url}/logbook`);
    await seeText(page, 'prints');
    for (const tab of ['Learned', 'Charts']) {
      await byRole(page, 'tab', tab).click();
      await seeNoText(page, 'This did not work');
    }
    assert.deepEqual(complaints, []);
  });

  it('has a page of its own that shows it', async () => {
    const { page, complaints } = await openWith(['runs', 'printers']);
    for (const { what, id } of someFields('runs')) {
      await page.goto(`${bed.app.url}/logbook/${id}`);
      await seeText(page, 'Result');
      assert.deepEqual(complaints, [], what);
    }
    await page.goto(`${bed.app.url}/printers`);
    await seeText(page, 'Type of stop');
    assert.deepEqual(complaints, []);
  });

  it('opens in words where its file is not what it says', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await seedJobs(page, bed.app.url, ['Hide plate 7'], true);
    const model = `{ unit: 'mm', isUnitSure: true, turn: [1, 0, 0, 0, 1, 0, 0, 0, 1], scaleXY: 1, scaleZ: 1, firstLayer: 0.2, layerHeight: 0.2 }`;
    await editAll(
      page,
      'lamella',
      'jobs',
      `(job) => ({ ...job, content: { kind: 'model', setup: ${model} } })`,
    );
    await page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(page, 'Hide plate 7 cannot be opened');
    await seeText(page, 'Its file and plans are kept.');
    await byRole(page, 'button', 'Delete job').click();
    await seeText(page, '1 deleted job');
    assert.deepEqual(complaints, []);
  });
});
