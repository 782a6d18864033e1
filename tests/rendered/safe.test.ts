import assert from 'node:assert/strict';
import { copyFileSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { StoredPlans } from '@/store/records/records';
import { makeHidePlate } from '../../demo/jobs/hidePlate';
import {
  byRole,
  byText,
  demoId,
  giveFile,
  openBench,
  openPlan,
  savedFile,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  until,
  Desk,
  editStored,
} from './harness/harness';

const PLATE = demoId('Hide plate 7');
const COARSE = join(mkdtempSync(join(tmpdir(), 'lamella-safe-')), 'hide-plate-coarse.gcode');
writeFileSync(COARSE, makeHidePlate(0.3));

const press = async (page: Desk, name: string): Promise<void> =>
  byRole(page, 'button', name).click();

describe('safe keeping', () => {
  it('takes everything to another browser, and says there what is new, changed and the same', async () => {
    const { page, complaints } = await openBench(['Hide plate 7', 'Window sign']);
    await page.goto(`/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await seeSaved(page);
    await byRole(page, 'link', 'Saved').click();
    await seeText(page, 'Never saved to a file. 2 things are only in this browser');
    await press(page, 'Save everything');
    const { path, bytes, name } = await savedFile(page, '.zip');
    assert.match(name, /^lamella-2026-04-02\.lamella\.zip$/);
    await seeText(page, 'Saved to a file on 2 Apr 2026');
    await seeText(page, 'Nothing has changed since.');
    const before = await plansOf(page);
    assert.deepEqual(complaints, []);
    await page.close();

    // The browser is another one now, on the next day: it has the examples, and nothing else.
    const other = await openBench([], { clock: '2026-04-03T10:00:00Z' });
    await giveToBench(other.page, path);
    await seeText(other.page, 'Saved on 2 Apr 2026');
    await seeText(other.page, 'Hide plate 7 · new');
    await seeText(other.page, '12 identical here');
    await byRole(other.page, 'checkbox', 'Window sign · new').click();
    await press(other.page, 'Import 1 thing');
    await seeText(other.page, '1 thing imported from the file.');
    await byRole(other.page, 'link', 'Hide plate 7').wait();
    await seeSaved(other.page);
    assert.deepEqual(await plansOf(other.page), before);
    // It is proven from the very bytes.
    await other.page.goto(`/jobs/${PLATE}/output`);
    await press(other.page, 'Write file');
    await seeText(other.page, 'File written');

    // Changed here, and opened once more.
    await other.page.goto(`/jobs/${PLATE}`);
    await seeText(other.page, 'Bands');
    await seeSwaps(other.page, 11, 26);
    for (const key of ['ArrowUp', 'ArrowUp', 'ArrowUp', 's'] as const) {
      await other.page.keyboard.press(key);
    }
    await seeSwaps(other.page, 4, 11, 26);
    await seeSaved(other.page);
    await other.page.goto('/safe');
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
    const { page, complaints } = await openBench(['Hide plate 7']);
    await page.goto(`/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    await press(page, 'Job menu');
    await byRole(page, 'menuitem', 'Export job…').click();
    const { name, path } = await savedFile(page, '.zip');
    assert.match(name, /^hide-plate-7-2026-04-02\.lamella\.zip$/);
    const kept = `${path}.lamella.zip`;
    copyFileSync(path, kept);

    await page.goto('/safe');
    await byText(page, 'Remove files you can open again').click();
    await byRole(page, 'checkbox', 'Hide plate 7').click();
    await byText(page, 'Remove 1 file').click();
    await seeText(page, '1 file removed.');
    await page.goto('/');
    await seeText(page, 'Its file is no longer in this browser');
    await giveToBench(page, kept);
    await seeText(page, 'Hide plate 7 · its sliced file is missing here and will be restored');
    await press(page, 'Import 1 thing');
    await seeNoText(page, 'Its file is no longer in this browser');
    assert.deepEqual(complaints, []);
  });

  it('is followed by a tab that has the job open: the slice, and its plan', async () => {
    const { page, complaints } = await openPlan();
    for (const key of ['n', 's'] as const) await page.keyboard.press(key);
    await seeSwaps(page, 11);
    await seeSaved(page);
    await press(page, 'Job menu');
    await byRole(page, 'menuitem', 'Export job…').click();
    const { path } = await savedFile(page, '.zip');
    // Another slice is put in its place, and looked at in a second tab.
    await giveFile(page, COARSE, () => page.keyboard.press('r'));
    await press(page, 'Use new file');
    await seeText(page, 'now uses hide-plate-coarse.gcode');
    await seeSwaps(page, 8);
    await seeSaved(page);
    const tab = new Desk(page.profile);
    const more = tab.complaints;
    await tab.goto(`/jobs/${PLATE}`);
    await seeSwaps(tab, 8);

    await page.goto('/safe');
    await giveFile(page, path, () => press(page, 'Choose file…'));
    await seeText(page, 'Hide plate 7 · changed here last');
    await until(page, () => {
      const box = page.document.querySelector<HTMLButtonElement>(
        'section[aria-label="Jobs and their plans"] [role="checkbox"]',
      );
      if (box?.dataset.state === 'unchecked') box.click();
      return box?.dataset.state === 'checked';
    });
    await press(page, 'Import 1 thing');
    await seeText(page, '1 thing imported from the file.');
    await seeSwaps(tab, 11);
    await seeText(tab, 'hide-plate-7.gcode');
    // And back again.
    await press(page, 'Undo');
    await seeSwaps(tab, 8);
    assert.deepEqual([...complaints, ...more], []);
  });
});

/** Drops a file on the Bench, as from a folder. */
async function giveToBench(page: Desk, path: string): Promise<void> {
  await (await page.waitForSelector('input[type="file"]')).uploadFile(path);
}

/** The plans of the plate as they are stored, without what counts writes. */
async function plansOf(page: Desk): Promise<unknown> {
  let book: unknown = null;
  await editStored<StoredPlans>(page, 'plans', (kept) => {
    if (kept.id === PLATE) book = kept.book;
  });
  return book;
}
