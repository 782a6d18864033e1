import assert from 'node:assert/strict';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { strFromU8, unzipSync } from 'fflate';
import {
  byRole,
  bySelector,
  demoId,
  giveFile,
  openBench,
  openPlan,
  ROOT,
  savedFile,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  Desk,
  editStored,
  putStored,
  setValue,
} from './harness/harness';

const PLATE = demoId('Hide plate 7');

/** What makes a kept reading one that was torn on the disk: a single cell of it is another one. */
function damage({ kept }: { kept: { top: Uint16Array } }): void {
  kept.top[99] ^= 1;
}

async function secondTab(page: Desk, path: string): Promise<Desk> {
  const tab = new Desk(page.profile);
  await tab.goto(path);
  return tab;
}

describe('what is stored', () => {
  it('is taken with what is typed when the page goes away', async () => {
    const { page, complaints } = await openPlan();
    await byRole(page, 'link', 'Output no swap yet').click();
    await setValue(page, 'input[aria-describedby="name-words"]', 'marsh-sign');
    // In the same breath, before any pause of the hand.
    page.window.dispatchEvent(new page.window.Event('pagehide'));
    await seeSaved(page);
    await page.reload();
    await page.waitForSelector('input[value="marsh-sign"]');
    assert.deepEqual(complaints, []);
  });

  it('is not written into a database that is another one', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await putStored(page, 'meta', ['another'], 'database-id');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeText(page, 'The browser has lost Lamella’s storage');
    await page.waitForSelector('[data-saving="failed"]');
    await byRole(page, 'button', 'Save data as file').click();
    // It is a file as any other that Lamella has saved, and opens again.
    const { bytes } = await savedFile(page, '.lamella.zip');
    const files = unzipSync(bytes);
    assert.match(strFromU8(files['plans.jsonl']), /"layer":26/);
    assert.match(strFromU8(files['jobs.jsonl']), /"name":"Hide plate 7"/);
    assert.deepEqual(complaints, []);
  });

  it('comes back at the job’s own address when the database is gone, without the file', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await page.close();
    await new Promise((resolve) => {
      page.profile.indexedDB.deleteDatabase('lamella').onsuccess = resolve;
    });
    await page.goto(`/jobs/${PLATE}`);
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
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSaved(page);
    await page.close();
    await putStored(page, 'meta', ['another'], 'database-id');
    await page.goto('/');
    await seeText(page, 'The browser has lost Lamella’s storage');
    await byRole(page, 'button', 'Use the new storage').click();
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeSwaps(page, 11);
    assert.deepEqual(complaints, []);
  });

  it('opens a known job without reading its file, and reads it when what was kept is damaged', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await seeSaved(page);
    // Empty lines of the same size: they have no layers, if anybody reads them.
    const { size } = statSync(join(ROOT, 'public/demo/hide-plate-7.gcode'));
    await putStored(page, 'files', [new Blob(['\n'.repeat(size)])], PLATE);
    await page.reload();
    await seeSwaps(page, 11);
    await editStored(page, 'readings', damage, 'lamella-readings');
    await page.reload();
    await seeText(page, 'No move in this file prints anything');
    assert.deepEqual(complaints, []);
  });

  it('takes no screen with it when a record cannot be read', async () => {
    const { page, complaints } = await openBench();
    await putStored(page, 'spools', [{ id: 'odd', gramsLeft: 3 }]);
    await putStored(page, 'jobs', [{ id: 'odd', name: '' }]);
    await putStored(page, 'printers', [{ id: 'odd' }]);
    await page.reload();
    await seeText(page, 'One job cannot be read and is left out.');
    await seeText(page, 'Hide plate 7');
    await byRole(page, 'link', 'Printers').click();
    await seeText(page, 'One printer cannot be read');
    await seeText(page, 'Old bittern');
    await byRole(page, 'link', 'Shelf').click();
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'Save as file').click();
    assert.match(
      (await savedFile(page, 'unreadable-spool.json')).bytes.toString(),
      /"gramsLeft": 3/,
    );
    await byRole(page, 'button', 'Delete').click();
    await seeNoText(page, 'cannot be read');
    assert.deepEqual(complaints, []);
  });

  it('keeps deleted jobs through a reload, until they are emptied', async () => {
    const { page, complaints } = await openBench();
    await byRole(page, 'button', 'Delete Hide plate 7').click();
    await seeText(page, '1 deleted job');
    await page.reload();
    await bySelector(page, 'button[aria-expanded]:not([aria-haspopup])').click();
    await byRole(page, 'button', 'Restore Hide plate 7').click();
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeText(page, 'Bands');
    await page.goto('/');
    await byRole(page, 'button', 'Delete Hide plate 7').click();
    await bySelector(page, 'button[aria-expanded]:not([aria-haspopup])').click();
    await byRole(page, 'button', 'Delete permanently…').click();
    await byRole(page, 'button', 'Delete permanently').click();
    await seeNoText(page, 'deleted job');
    assert.deepEqual(complaints, []);
  });
});

describe('two tabs', () => {
  it('show each other’s changes of one plan, and lose none', async () => {
    const { page, complaints } = await openPlan();
    const tab = await secondTab(page, `/jobs/${PLATE}`);
    await seeText(tab, 'Bands');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await seeSwaps(page, 11);
    await seeSwaps(tab, 11);
    for (const key of ['n', 'n', 's'] as const) await tab.keyboard.press(key);
    await seeSwaps(tab, 11, 26);
    await seeSwaps(page, 11, 26);
    await byRole(page, 'button', 'Undo').click();
    await seeSwaps(page, 11);
    await seeSwaps(tab, 11);
    assert.deepEqual(complaints, []);
  });

  it('say at once when a job was deleted in the other, and bring it back', async () => {
    const { page, complaints } = await openPlan();
    const tab = await secondTab(page, '/');
    await byRole(tab, 'button', 'Delete Hide plate 7').click();
    await seeText(tab, 'Hide plate 7 is deleted');
    await seeText(page, 'This job was deleted');
    await byRole(page, 'button', 'Restore job').click();
    await seeText(page, 'Bands');
    await byRole(tab, 'link', 'Hide plate 7').wait();
    assert.deepEqual(complaints, []);
  });
});
