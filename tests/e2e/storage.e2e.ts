import assert from 'node:assert/strict';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { startBrowser } from './harness/app';
import {
  byRole,
  openBench,
  openPlan,
  prepare,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
} from './harness/harness';
import { demoId, fillDisk, seedJobs } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

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
});

describe('two tabs', () => {
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
