import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { makeHidePlate } from '../../demo/jobs/hidePlate';
import { violations } from './harness/axe';
import {
  byRole,
  chooserOf,
  openBench,
  openPlan,
  seeNoText,
  seeSwaps,
  seeText,
  testBed,
} from './harness/harness';

const bed = testBed();

/** Writes a file to the browser's own disk, whose files are handed out as those of a real one. */
async function slice(page: Page, gcode: string): Promise<void> {
  await page.evaluate(async (text) => {
    const root = await navigator.storage.getDirectory();
    const file = await root.getFileHandle('hide-plate.gcode', { create: true });
    const out = await file.createWritable();
    await out.write(text);
    await out.close();
  }, gcode);
}

/** Lets the browser’s own dialogs answer with files of that disk; headless, it shows none. */
async function answerDialogs(page: Page, seen = 'Bands'): Promise<void> {
  await page.evaluateOnNewDocument(`
    const at = async (name) =>
      (await navigator.storage.getDirectory()).getFileHandle(name, { create: true });
    window.showOpenFilePicker = async () => [await at('hide-plate.gcode')];
    window.showSaveFilePicker = async ({ suggestedName, startIn }) => {
      window.askedBeside = startIn.name;
      return at(suggestedName);
    };
  `);
  await page.reload();
  await seeText(page, seen);
}

async function choose(page: Page, item: string): Promise<void> {
  await byRole(page, 'button', 'Job menu').click();
  await byRole(page, 'menuitem', item).click();
}

const WATCH = 'Watch file on disk';

describe('a file on the disk', () => {
  it('is read by itself when it is re-sliced, and the written one is saved beside it', async () => {
    const { page, complaints } = await openPlan(bed);
    await answerDialogs(page);
    await slice(page, makeHidePlate(0.2));
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await seeSwaps(page, 11, 26);
    await choose(page, WATCH);
    await seeText(page, 'Watching hide-plate.gcode');
    assert.deepEqual(await violations(page), []);

    const coarse = makeHidePlate(0.3);
    await slice(page, coarse);
    await seeText(page, 'before 11 at 2.04 mm → before 8 at 2.04 mm, same step');
    await byRole(page, 'button', 'Keep old file').click();
    await seeNoText(page, '2.04 mm, same step');
    // Written once more, it asks once more.
    await slice(page, `${coarse}; again\n`);
    await byRole(page, 'button', 'Use new file').click();
    await seeSwaps(page, 8, 18);

    await page.reload();
    await seeText(page, 'Watching hide-plate.gcode');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await byRole(page, 'button', 'Save next to hide-plate.gcode…').click();
    await seeText(page, 'is written.');
    const saved = (await page.evaluate(`(async () => {
      for await (const [name, file] of (await navigator.storage.getDirectory()).entries()) {
        if (name !== 'hide-plate.gcode') return { name, size: (await file.getFile()).size };
      }
    })()`)) as { name: string; size: number } | undefined;
    assert.match(saved?.name ?? '', /\.gcode$/);
    assert.ok((saved?.size ?? 0) > coarse.length);
    assert.equal(await page.evaluate('window.askedBeside'), 'hide-plate.gcode');

    await page.evaluate(async () => {
      const root = await navigator.storage.getDirectory();
      await root.removeEntry('hide-plate.gcode');
    });
    await seeText(page, 'hide-plate.gcode was moved or cannot be read');
    await byRole(page, 'button', 'Stop watching').click();
    await seeNoText(page, 'hide-plate.gcode was moved or cannot be read');
    assert.deepEqual(complaints, []);
  });

  it('is watched as soon as a job is opened from it', async () => {
    const { page, complaints } = await openBench(bed, []);
    await answerDialogs(page, 'Bench');
    await slice(page, makeHidePlate(0.2));
    await byRole(page, 'button', 'Open file…').click();
    await seeText(page, 'Watching hide-plate.gcode');
    assert.deepEqual(complaints, []);
  });

  it('is said when it cannot be read', async () => {
    const { page, complaints } = await openBench(bed, []);
    await page.evaluate(`window.showOpenFilePicker = async () => [
      { getFile: () => Promise.reject(new DOMException('gone', 'NotFoundError')) },
    ]`);
    await byRole(page, 'button', 'Open file…').click();
    await seeText(page, 'The file cannot be read right now.');
    assert.deepEqual(complaints, []);
  });

  it('is opened by hand where the browser cannot watch it, and that is said', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.evaluate('window.showOpenFilePicker = undefined');
    await chooserOf(page, () => choose(page, WATCH));
    await seeText(page, 'This browser cannot watch a file.');
    assert.deepEqual(complaints, []);
  });
});
