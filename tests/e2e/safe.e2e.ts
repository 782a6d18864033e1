import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { violations, violationsInBothThemes } from './harness/axe';
import {
  byRole,
  catchDownloads,
  openBench,
  openPage,
  prepare,
  seeNoText,
  seeText,
  testBed,
} from './harness/harness';
import { editAll } from './harness/seed';

const bed = testBed();
const press = async (page: Page, name: string): Promise<void> =>
  byRole(page, 'button', name).click();

describe('safe keeping', () => {
  it('puts in all of a file or nothing, however it ends', async () => {
    const { page } = await openBench(bed, ['Hide plate 7', 'Window sign', 'Tide dial']);
    await page.goto(`${bed.app.url}/safe`);
    const downloads = await catchDownloads(page);
    await press(page, 'Save everything');
    const { path } = await downloads.file('.zip');
    await seeText(page, 'Saved to a file on');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await page.close();

    const { page: doomed } = await openBench(bed, [], { isOwn: true });
    await giveToBench(doomed, path);
    await seeText(doomed, 'Window sign · new');
    assert.deepEqual(await violations(doomed), []);
    const session = await doomed.createCDPSession();
    const died = new Promise((resolve) => doomed.once('error', resolve));
    await press(doomed, 'Import 3 things');
    session.send('Page.crash').catch(() => {
      // It cannot answer any more.
    });
    await died;

    const after = await doomed.browserContext().newPage();
    const complaints = await prepare(after);
    await after.goto(bed.app.url);
    await seeText(after, 'Safe keeping');
    const counts = (await after.evaluate(`new Promise((resolve) => {
      const opening = indexedDB.open('lamella');
      opening.onsuccess = () => {
        const tx = opening.result.transaction(['jobs', 'files', 'plans']);
        const all = ['jobs', 'files', 'plans'].map((one) => tx.objectStore(one).count());
        tx.oncomplete = () => {
          opening.result.close();
          resolve(all.map(({ result }) => result));
        };
      };
    })`)) as number[];
    assert.ok(
      counts.every((one) => one === counts[0]),
      counts.join(),
    );
    assert.ok(counts[0] === 0 || counts[0] === 3, counts.join());
    assert.deepEqual(complaints, []);
  });

  it('is thought of when much is only here', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/logbook`);
    await press(page, 'Show sample prints');
    await seeText(page, '30 of 30 prints');
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, '12 of 12 spools');
    // All of it was changed, as a person would in an evening.
    await editAll(page, 'lamella', 'changes', '() => 9');
    await page.goto(bed.app.url);
    await seeText(page, 'have never been saved outside this browser.');
    assert.deepEqual(await violations(page), []);
    await press(page, 'Remind me in a week');
    await seeNoText(page, 'outside this browser');
    assert.deepEqual(complaints, []);
  });
});

/** Drops a file on the Bench, as from a folder. */
async function giveToBench(page: Page, path: string): Promise<void> {
  const field = await page.waitForSelector('input[type="file"]');
  await (field as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
}
