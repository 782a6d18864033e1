import assert from 'node:assert/strict';
import { mkdtempSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { strFromU8, unzipSync } from 'fflate';
import type { Page } from 'puppeteer-core';
import { startBrowser } from './harness/app';
import {
  byRole,
  catchDownloads,
  giveFile,
  openBench,
  openPlan,
  prepare,
  ROOT,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
} from './harness/harness';
import { demoId, editAll, fillDisk, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

/** Changes what is stored behind the application's back. */
async function putRaw(page: Page, store: string, value: unknown, key?: string): Promise<void> {
  await page.evaluate(
    (name, record, under) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('lamella');
        opening.onsuccess = () => {
          const tx = opening.result.transaction(name, 'readwrite');
          tx.objectStore(name).put(record, under);
          tx.oncomplete = () => {
            opening.result.close();
            resolve();
          };
          tx.onerror = () => reject(tx.error);
        };
      }),
    store,
    value,
    key,
  );
}

/** What makes a kept reading one that was torn on the disk: a single cell of it is another one. */
const DAMAGED = '(one) => (one.kept.top[99] ^= 1, one)';

async function secondTab(page: Page, path: string): Promise<Page> {
  const tab = await page.browserContext().newPage();
  await prepare(tab);
  await tab.goto(`${bed.app.url}${path}`);
  return tab;
}

describe('what is stored', () => {
  it('is said truly on a full disk, and stored when there is room', async () => {
    const { page, complaints } = await openPlan(bed);
    await seeSaved(page);
    await fillDisk(page, true);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeText(page, 'Not saved: the plan.');
    await byRole(page, 'button', 'Not saved: try again').click();
    await page.waitForSelector('[data-saving="failed"]');

    // Leaving asks first, and staying keeps everything.
    const asked = new Promise<string>((resolve) => {
      page.once('dialog', async (dialog) => {
        await dialog.dismiss();
        resolve(dialog.type());
      });
    });
    await page.evaluate(() => location.reload());
    assert.equal(await asked, 'beforeunload');
    await seeSwaps(page, 11);

    await fillDisk(page, false);
    await byRole(page, 'button', 'Not saved: try again').click();
    await seeSaved(page);
    await page.reload();
    await seeSwaps(page, 11);
    assert.deepEqual(complaints, []);
  });

  it('survives a browser that is killed as soon as it says saved', async () => {
    const profile = mkdtempSync(join(tmpdir(), 'lamella-killed-'));
    const first = await startBrowser({ webGl: false, profile });
    const page = await first.newPage();
    await prepare(page);
    await seedJobs(page, bed.app.url, ['Hide plate 7']);
    await page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    const hands = await page.waitForSelector('input[type="number"]');
    await hands?.click({ count: 3 });
    await page.keyboard.type('7');
    await seeText(page, 'before layer 26');
    await seeSaved(page);
    const gone = new Promise((resolve) => first.once('disconnected', resolve));
    first.process()?.kill('SIGKILL');
    await gone;

    const second = await startBrowser({ webGl: false, profile });
    try {
      const again = await second.newPage();
      await prepare(again);
      await again.goto(`${bed.app.url}/jobs/${PLATE}`);
      await seeSwaps(again, 11, 26);
      assert.equal(
        await again.$eval('input[type="number"]', (one) => (one as HTMLInputElement).value),
        '7',
      );
    } finally {
      await second.close();
    }
  });

  it('is taken with what is typed when the page goes away', async () => {
    const { page, complaints } = await openPlan(bed);
    await byRole(page, 'link', 'Output no swap yet').click();
    const field = await page.waitForSelector('input[aria-describedby="name-words"]');
    await field?.evaluate((one) => {
      const input = one as HTMLInputElement;
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      set?.call(input, 'marsh-sign');
      input.dispatchEvent(new Event('input', { bubbles: true }));
      // In the same breath, before any pause of the hand.
      window.dispatchEvent(new Event('pagehide'));
    });
    await seeSaved(page);
    await page.reload();
    await page.waitForSelector('input[value="marsh-sign"]');
    assert.deepEqual(complaints, []);
  });

  it('is not written into a database that is another one', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await putRaw(page, 'meta', 'another', 'database-id');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeText(page, 'The browser has lost Lamella’s storage');
    await page.waitForSelector('[data-saving="failed"]');
    const folder = await catchDownloads(page);
    await byRole(page, 'button', 'Save data as file').click();
    // It is a file as any other that Lamella has saved, and opens again.
    const { bytes } = await folder.file('.lamella.zip');
    const files = unzipSync(bytes);
    assert.match(strFromU8(files['plans.jsonl']), /"layer":26/);
    assert.match(strFromU8(files['jobs.jsonl']), /"name":"Hide plate 7"/);
    assert.deepEqual(complaints, []);
  });

  it('comes back at the job’s own address when the database is gone, without the file', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await page.goto(`${bed.app.url}/icon.svg`);
    await page.evaluate(
      () =>
        new Promise((resolve) => {
          indexedDB.deleteDatabase('lamella').onsuccess = resolve;
        }),
    );
    await page.goto(`${bed.app.url}/jobs/${PLATE}`);
    await seeText(page, 'The file of Hide plate 7 is missing');
    await seeText(page, 'The browser lost Lamella’s storage.');
    await giveFile(page, join(ROOT, 'public/demo/ring-gauge-tags.gcode'), () =>
      byRole(page, 'button', 'Open hide-plate-7.gcode').click(),
    );
    await seeText(page, 'This is not the file that Hide plate 7 was made from.');
    await giveFile(page, join(ROOT, 'public/demo/hide-plate-7.gcode'), () =>
      byRole(page, 'button', 'Open hide-plate-7.gcode').click(),
    );
    await seeSwaps(page, 11);
    assert.deepEqual(complaints, []);
  });

  it('is not put into a new database that holds something, unless the person says so', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await page.goto(`${bed.app.url}/icon.svg`);
    await putRaw(page, 'meta', 'another', 'database-id');
    await page.goto(bed.app.url);
    await seeText(page, 'The browser has lost Lamella’s storage');
    const reloaded = page.waitForNavigation();
    await byRole(page, 'button', 'Use the new storage').click();
    await reloaded;
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeSwaps(page, 11);
    assert.deepEqual(complaints, []);
  });

  it('opens a known job without reading its file, and reads it when what was kept is damaged', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await seeSaved(page);
    // Empty lines of the same size: they have no layers, if anybody reads them.
    const { size } = statSync(join(ROOT, 'public/demo/hide-plate-7.gcode'));
    await page.evaluate((length) => Object.assign(window, { blank: '\n'.repeat(length) }), size);
    await editAll(page, 'lamella', 'files', '() => new Blob([window.blank])');
    await page.reload();
    await seeSwaps(page, 11);
    await editAll(page, 'lamella-readings', 'readings', DAMAGED);
    await page.reload();
    await seeText(page, 'No move in this file prints anything');
    assert.deepEqual(complaints, []);
  });

  it('takes no screen with it when a record cannot be read', async () => {
    const { page, complaints } = await openBench(bed);
    await putRaw(page, 'spools', { id: 'odd', gramsLeft: 3 });
    await putRaw(page, 'jobs', { id: 'odd', name: '' });
    await putRaw(page, 'printers', { id: 'odd' });
    await page.reload();
    await seeText(page, 'One job cannot be read and is left out.');
    await seeText(page, 'Hide plate 7');
    await byRole(page, 'link', 'Printers').click();
    await seeText(page, 'One printer cannot be read');
    await seeText(page, 'Old bittern');
    await byRole(page, 'link', 'Shelf').click();
    await seeText(page, '12 of 12 spools');
    const folder = await catchDownloads(page);
    await byRole(page, 'button', 'Save as file').click();
    assert.match((await folder.file('unreadable-spool.json')).bytes.toString(), /"gramsLeft": 3/);
    await byRole(page, 'button', 'Delete').click();
    await seeNoText(page, 'cannot be read');
    assert.deepEqual(complaints, []);
  });

  it('keeps deleted jobs through a reload, until they are emptied', async () => {
    const { page, complaints } = await openBench(bed);
    await byRole(page, 'button', 'Delete Hide plate 7').click();
    await seeText(page, '1 deleted job');
    await page.reload();
    await page.locator('button[aria-expanded]:not([aria-haspopup])').click();
    await byRole(page, 'button', 'Restore Hide plate 7').click();
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeText(page, 'Bands');
    await page.goto(bed.app.url);
    await byRole(page, 'button', 'Delete Hide plate 7').click();
    await page.locator('button[aria-expanded]:not([aria-haspopup])').click();
    await byRole(page, 'button', 'Delete permanently…').click();
    await byRole(page, 'button', 'Delete permanently').click();
    await seeNoText(page, 'deleted job');
    assert.deepEqual(complaints, []);
  });
});

describe('two tabs', () => {
  it('show each other’s changes of one plan, and lose none', async () => {
    const { page, complaints } = await openPlan(bed);
    const tab = await secondTab(page, `/jobs/${PLATE}`);
    await seeText(tab, 'Bands');
    await page.bringToFront();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await tab.bringToFront();
    await seeSwaps(tab, 11);
    for (const key of ['n', 'n', 's'] as const) await tab.keyboard.press(key);
    await seeSwaps(tab, 11, 26);
    await page.bringToFront();
    await seeSwaps(page, 11, 26);
    await byRole(page, 'button', 'Undo').click();
    await seeSwaps(page, 11);
    await tab.bringToFront();
    await seeSwaps(tab, 11);
    assert.deepEqual(complaints, []);
  });

  it('share shelf, printers and settings', async () => {
    const { page, complaints } = await openBench(bed);
    const tab = await secondTab(page, '/shelf');
    await seeText(tab, '12 of 12 spools');
    await page.bringToFront();
    await page.goto(`${bed.app.url}/shelf`);
    await byRole(page, 'button', 'Remove Ochre from the shelf').click();
    await seeText(page, 'Ochre is removed from the shelf.');
    await tab.bringToFront();
    await seeText(tab, '11 of 11 spools');
    await byRole(tab, 'link', 'Printers').click();
    await byRole(tab, 'button', 'New printer').click();
    await byRole(tab, 'heading', 'New printer').wait();
    await byRole(tab, 'button', 'Theme: change between light and dark').click();
    const theme = await tab.$eval('html', (html) => html.dataset.theme);
    await page.bringToFront();
    await byRole(page, 'link', 'Printers').click();
    await seeText(page, 'New printer\n');
    await page.waitForSelector(`html[data-theme="${theme}"]`);
    assert.deepEqual(complaints, []);
  });

  it('say at once when a job was deleted in the other, and bring it back', async () => {
    const { page, complaints } = await openPlan(bed);
    const tab = await secondTab(page, '/');
    await byRole(tab, 'button', 'Delete Hide plate 7').click();
    await seeText(tab, 'Hide plate 7 is deleted');
    await page.bringToFront();
    await seeText(page, 'This job was deleted');
    await byRole(page, 'button', 'Restore job').click();
    await seeText(page, 'Bands');
    await tab.bringToFront();
    await byRole(tab, 'link', 'Hide plate 7').wait();
    assert.deepEqual(complaints, []);
  });
});

describe('a worker that dies', () => {
  it('is told, restarted, and goes on', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    const session = await page.createCDPSession();
    await session.send('Target.setAutoAttach', {
      autoAttach: true,
      waitForDebuggerOnStart: false,
      flatten: true,
    });
    const [worker] = page.workers();
    await worker.evaluate(() => self.close());
    await seeText(page, 'The part of Lamella that reads the file has stopped.');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    assert.deepEqual(complaints, []);
  });
});
