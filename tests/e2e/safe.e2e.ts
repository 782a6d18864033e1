import assert from 'node:assert/strict';
import { copyFileSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { makeHidePlate } from '../../demo/jobs/hidePlate';
import { violations, violationsInBothThemes } from './harness/axe';
import {
  byRole,
  catchDownloads,
  giveFile,
  openBench,
  openPage,
  openPlan,
  prepare,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { demoId, editAll } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');
const COARSE = join(mkdtempSync(join(tmpdir(), 'lamella-safe-')), 'hide-plate-coarse.gcode');
writeFileSync(COARSE, makeHidePlate(0.3));

const press = async (page: Page, name: string): Promise<void> =>
  byRole(page, 'button', name).click();

describe('safe keeping', () => {
  it('takes everything to another browser, and says there what is new, changed and the same', async () => {
    const { page, complaints } = await openBench(bed, ['Hide plate 7', 'Window sign']);
    await page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await seeSaved(page);
    await byRole(page, 'link', 'Saved').click();
    await seeText(page, 'Never saved to a file. 2 things are only in this browser');
    assert.deepEqual(await violationsInBothThemes(page), []);
    const downloads = await catchDownloads(page);
    await press(page, 'Save everything');
    const { path, bytes, name } = await downloads.file('.zip');
    assert.match(name, /^lamella-2026-04-02\.lamella\.zip$/);
    await seeText(page, 'Saved to a file on 2 Apr 2026');
    await seeText(page, 'Nothing has changed since.');
    const before = await plansOf(page);
    assert.deepEqual(complaints, []);
    await page.close();

    // The browser is another one now, on the next day: it has the examples, and nothing else.
    const other = await openBench(bed, [], { clock: '2026-04-03T10:00:00Z' });
    await giveToBench(other.page, path);
    await seeText(other.page, 'Saved on 2 Apr 2026');
    await seeText(other.page, 'Hide plate 7 · new');
    await seeText(other.page, '12 identical here');
    assert.deepEqual(await violations(other.page), []);
    await byRole(other.page, 'checkbox', 'Window sign · new').click();
    await press(other.page, 'Import 1 thing');
    await seeText(other.page, '1 thing imported from the file.');
    await byRole(other.page, 'link', 'Hide plate 7').wait();
    await seeSaved(other.page);
    assert.deepEqual(await plansOf(other.page), before);
    // It is proven from the very bytes.
    await other.page.goto(`${bed.app.url}/jobs/${PLATE}/output`);
    await press(other.page, 'Write file');
    await seeText(other.page, 'File written');

    // Changed here, and opened once more.
    await other.page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(other.page, 'Bands');
    await seeSwaps(other.page, 11, 26);
    for (const key of ['ArrowUp', 'ArrowUp', 'ArrowUp', 's'] as const) {
      await other.page.keyboard.press(key);
    }
    await seeSwaps(other.page, 4, 11, 26);
    await seeSaved(other.page);
    await other.page.goto(`${bed.app.url}/safe`);
    await giveFile(other.page, path, () => press(other.page, 'Choose file…'));
    await seeText(other.page, 'Hide plate 7 · changed here last');
    await seeText(other.page, 'Window sign · new');
    await byRole(other.page, 'checkbox', 'Window sign · new').click();
    await seeText(other.page, 'Nothing is selected');
    await other.page.keyboard.press('Escape');

    // Half of it is nothing.
    writeFileSync(path, bytes.subarray(0, bytes.length / 2));
    await giveFile(other.page, path, () => press(other.page, 'Choose file…'));
    await seeText(other.page, 'The file is damaged');
    assert.deepEqual(other.complaints, []);
  });

  it('hands one job on, and takes files away that can be opened again', async () => {
    const { page, complaints } = await openBench(bed, ['Hide plate 7']);
    await page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    const downloads = await catchDownloads(page);
    await press(page, 'Job menu');
    await byRole(page, 'menuitem', 'Export job…').click();
    const { name, path } = await downloads.file('.zip');
    assert.match(name, /^hide-plate-7-2026-04-02\.lamella\.zip$/);
    const kept = `${path}.lamella.zip`;
    copyFileSync(path, kept);

    await page.goto(`${bed.app.url}/safe`);
    await page.locator('::-p-text(Remove files you can open again)').click();
    await byRole(page, 'checkbox', 'Hide plate 7').click();
    await page.locator('::-p-text(Remove 1 file)').click();
    await seeText(page, '1 file removed.');
    await page.goto(bed.app.url);
    await seeText(page, 'Its file is no longer in this browser');
    await giveToBench(page, kept);
    await seeText(page, 'Hide plate 7 · its sliced file is missing here and will be restored');
    await press(page, 'Import 1 thing');
    await seeNoText(page, 'Its file is no longer in this browser');
    assert.deepEqual(complaints, []);
  });

  it('is followed by a tab that has the job open: the slice, and its plan', async () => {
    const { page, complaints } = await openPlan(bed);
    for (const key of ['n', 's'] as const) await page.keyboard.press(key);
    await seeSwaps(page, 11);
    await seeSaved(page);
    const downloads = await catchDownloads(page);
    await press(page, 'Job menu');
    await byRole(page, 'menuitem', 'Export job…').click();
    const { path } = await downloads.file('.zip');
    // Another slice is put in its place, and looked at in a second tab.
    await giveFile(page, COARSE, () => page.keyboard.press('r'));
    await press(page, 'Use new file');
    await seeText(page, 'now uses hide-plate-coarse.gcode');
    await seeSwaps(page, 8);
    await seeSaved(page);
    const tab = await page.browserContext().newPage();
    const more = await prepare(tab);
    await tab.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeSwaps(tab, 8);

    await page.bringToFront();
    await page.goto(`${bed.app.url}/safe`);
    await giveFile(page, path, () => press(page, 'Choose file…'));
    await seeText(page, 'Hide plate 7 · changed here last');
    await until(page, () => {
      const box = document.querySelector<HTMLButtonElement>(
        'section[aria-label="Jobs and their plans"] [role="checkbox"]',
      );
      if (box?.dataset.state === 'unchecked') box.click();
      return box?.dataset.state === 'checked';
    });
    await press(page, 'Import 1 thing');
    await seeText(page, '1 thing imported from the file.');
    await tab.bringToFront();
    await seeSwaps(tab, 11);
    await seeText(tab, 'hide-plate-7.gcode');
    // And back again.
    await page.bringToFront();
    await press(page, 'Undo');
    await tab.bringToFront();
    await seeSwaps(tab, 8);
    assert.deepEqual([...complaints, ...more], []);
  });

  it('puts in all of a file or nothing, however it ends', async () => {
    const { page } = await openBench(bed, ['Hide plate 7', 'Window sign', 'Tide dial']);
    await page.goto(`${bed.app.url}/safe`);
    const downloads = await catchDownloads(page);
    await press(page, 'Save everything');
    const { path } = await downloads.file('.zip');
    await seeText(page, 'Saved to a file on');
    await page.close();

    const { page: doomed } = await openBench(bed, [], { isOwn: true });
    await giveToBench(doomed, path);
    await seeText(doomed, 'Window sign · new');
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

/** The plans of the plate as they are stored, without what counts writes. */
async function plansOf(page: Page): Promise<unknown> {
  return page.evaluate(`new Promise((resolve) => {
    const opening = indexedDB.open('lamella');
    opening.onsuccess = () => {
      const found = opening.result.transaction('plans').objectStore('plans').get('${PLATE}');
      found.onsuccess = () => {
        opening.result.close();
        resolve(found.result.book);
      };
    };
  })`);
}
