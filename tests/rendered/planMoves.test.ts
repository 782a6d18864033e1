import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { makeHidePlate } from '../../demo/jobs/hidePlate';
import { EXAMPLE_PRINTERS } from '../../src/core/printer/examples';
import { writePrint } from '../support/printFiles';
import type { StoredPlans } from '@/store/records/records';
import {
  allByRole,
  byRole,
  bySelector,
  choose,
  editStored,
  giveFile,
  openPlan,
  savedFile,
  seeSaved,
  seeSwaps,
  seeText,
  until,
  type Desk,
} from './harness/harness';

const folder = mkdtempSync(join(tmpdir(), 'lamella-slices-'));

function saved(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

const COARSE = saved('hide-plate-coarse.gcode', makeHidePlate(0.3));
const SMALL = saved('small.gcode', writePrint({ layers: 6 }));

async function withControl(page: Desk, key: string): Promise<void> {
  await page.keyboard.down('Control');
  await page.keyboard.press(key);
  await page.keyboard.up('Control');
}

async function twoSwaps(page: Desk): Promise<void> {
  for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
  await seeSwaps(page, 11, 26);
}

/** The buttons by which swaps are left out one by one. */
const leaveOut = (page: Desk): HTMLElement[] =>
  allByRole(page, 'button', 'Leave out').filter((one) => one.closest('li') !== null);

describe('a new slice', () => {
  it('says where each swap goes, changes nothing before it is agreed to, and can be undone', async () => {
    const { page, complaints } = await openPlan();
    await twoSwaps(page);
    await giveFile(page, COARSE, () => page.keyboard.press('r'));
    await seeText(page, 'before 11 at 2.04 mm → before 8 at 2.04 mm, same step');
    await byRole(page, 'button', 'Keep old file').click();
    await seeSwaps(page, 11, 26);

    await giveFile(page, COARSE, () => page.keyboard.press('r'));
    await seeText(page, 'before 26 at 5.04 mm → before 18 at 5.04 mm, same step');
    await byRole(page, 'button', 'Use new file').click();
    await seeText(page, 'now uses hide-plate-coarse.gcode');
    await seeSwaps(page, 8, 18);
    await page.keyboard.press('w');
    await seeText(page, 'File written');
    // The header has an Undo too, for changes of the plan.
    await bySelector(page, '[data-sonner-toast] [data-button]').click();
    await seeText(page, 'hide-plate-7.gcode');
    await byRole(page, 'link', 'Plan').click();
    await seeSwaps(page, 11, 26);
    assert.deepEqual(complaints, []);
  });

  it('asks about swaps without a place', async () => {
    const { page, complaints } = await openPlan();
    await twoSwaps(page);
    await giveFile(page, SMALL, () => page.keyboard.press('r'));
    await (await page.waitForSelector('input[aria-label^="Height of the new part"]')).fill('100');
    await seeText(page, '2 swaps need your answer.');
    await seeText(page, 'Before: 84.00 × 55.95 × 8.04 mm. Now: ');
    await seeText(page, 'Its size on the bed is another one.');
    await page.type('input[aria-label="New layer for the swap before 11"]', '4');
    await page.user.click(leaveOut(page).at(-1)!);
    await byRole(page, 'button', 'Use new file').click();
    await seeSwaps(page, 4);
    assert.deepEqual(complaints, []);
  });

  it('that is no print changes nothing and says why', async () => {
    const { page, complaints } = await openPlan();
    await twoSwaps(page);
    await giveFile(page, saved('letter.gcode', 'Dear printer\n'), () => page.keyboard.press('r'));
    await seeText(page, 'letter.gcode: No move in this file prints anything');
    await seeSwaps(page, 11, 26);
    assert.deepEqual(complaints, []);
  });
});

describe('plan files', () => {
  it('bring a plan to another job, as a plan beside the others, only after asking', async () => {
    const { page, complaints } = await openPlan('Hide plate 7', {
      besides: ['Ring gauge tags'],
    });
    await twoSwaps(page);
    await withControl(page, 's');
    const { path } = await savedFile(page, '.json');

    await byRole(page, 'link', 'Bench').click();
    await seeText(page, 'Ring gauge tags');
    await byRole(page, 'link', 'Ring gauge tags').click();
    await seeText(page, 'Bands');
    await giveFile(page, path, () => withControl(page, 'o'));
    await seeText(page, 'was made for a different file');
    await seeSwaps(page);
    for (const leave of leaveOut(page)) await page.user.click(leave);
    await byRole(page, 'button', 'Add plan').click();
    await page.keyboard.press('k');
    await page.waitForSelector('input[aria-label="Name of plan 2"][value="hide-plate-7-plan"]');
    await byRole(page, 'button', 'Use Plan 1').click();
    assert.deepEqual(complaints, []);
  });

  it('that Lamella did not write are refused', async () => {
    const { page, complaints } = await openPlan();
    await giveFile(page, saved('other.json', '{"layers":[3]}'), () => withControl(page, 'o'));
    await seeText(page, 'This is not a plan written by Lamella.');
    assert.deepEqual(complaints, []);
  });
});

describe('plans side by side', () => {
  it('are compared, chosen, deleted and brought back', async () => {
    const { page, complaints } = await openPlan();
    await twoSwaps(page);
    await page.keyboard.press('d');
    await page.keyboard.press('Delete');
    await seeSwaps(page, 11);
    const facts = await page
      .all('ul[aria-label="Plans"] > li')
      .map((card) => card.innerText.replace(/\s+/g, ' '));
    assert.match(facts[0], /Swaps 2 Hands 5 min/);
    assert.match(facts[1], /In use Swaps 1 Hands 3 min/);
    await byRole(page, 'button', 'Use Plan 1').click();
    await seeSwaps(page, 11, 26);
    await byRole(page, 'button', 'Delete Plan 2').click();
    await until(
      page,
      () => page.document.querySelectorAll('ul[aria-label="Plans"] > li').length === 1,
    );
    await page.keyboard.press('z');
    await until(
      page,
      () => page.document.querySelectorAll('ul[aria-label="Plans"] > li').length === 2,
    );
    await seeSaved(page);
    await page.reload();
    await seeText(page, 'Bands');
    await page.keyboard.press('k');
    await seeText(page, 'Cost per part');
    assert.equal(page.all('ul[aria-label="Plans"] > li').length, 2);
    assert.deepEqual(complaints, []);
  });

  it('are timed each for its own printer, and undo of the choice brings the times back', async () => {
    const { page, complaints } = await openPlan();
    const [, bittern] = EXAMPLE_PRINTERS;
    const slow = { ...bittern, name: 'Slow bittern', homingSeconds: 900 };
    await editStored<{ id: string; printer: object }>(page, 'printers', (kept) => {
      if (kept.id === 'example-2') kept.printer = slow;
    });
    await page.reload();
    await seeText(page, 'Bands');
    await twoSwaps(page);
    const alone = (): string =>
      page
        .all('section[aria-label^="Ribbon"] dl div')
        .map((one) => one.textContent ?? '')
        .join(' ');
    const before = alone();
    await page.keyboard.press('d');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await choose(page, 'Printer of this plan', 'Slow bittern');
    await byRole(page, 'link', 'Plan').click();
    await until(page, () => !alone().includes(before));
    await page.keyboard.press('k');
    await until(page, () => {
      const cards = [...page.document.querySelectorAll('ul[aria-label="Plans"] > li')];
      const totals = cards.map((card) => /Total(.*?)Ends/s.exec(card.textContent ?? '')?.[1]);
      return totals.length === 2 && totals.every((one) => one !== '…') && totals[0] !== totals[1];
    });
    await page.keyboard.press('z');
    await until(page, () => alone() === before);
    assert.deepEqual(complaints, []);
  });

  it('know how many parts stand on the plate', async () => {
    const { page, complaints } = await openPlan('Ring gauge tags');
    await page.keyboard.press('k');
    await seeText(page, 'This plate holds 6 parts.');
    await seeText(page, '6 (now)');
    assert.deepEqual(complaints, []);
  });
});

describe('a plan made for another file', () => {
  it('is not used before the person says how', async () => {
    const { page, complaints } = await openPlan();
    await twoSwaps(page);
    await seeSaved(page);
    await editStored<StoredPlans>(page, 'plans', ({ book }) => {
      for (const { plan } of book.variants) Object.assign(plan, { fingerprint: 'f'.repeat(64) });
    });
    await page.reload();
    await seeText(page, 'This plan was made for a different file');
    await page.keyboard.press('Escape');
    await seeText(page, 'This plan was made for a different file');
    await byRole(page, 'button', 'Start new plan').click();
    await seeSwaps(page);
    await page.keyboard.press('k');
    await byRole(page, 'button', 'Use Plan 1').click();
    await byRole(page, 'button', 'Keep layer numbers, check each swap').click();
    await seeSwaps(page, 11, 26);
    assert.deepEqual(complaints, []);
  });
});
