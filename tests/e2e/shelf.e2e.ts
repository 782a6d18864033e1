import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'node:test';
import type { Page } from 'puppeteer-core';
import { readShelfCsv } from '../../src/core/filament/shelfCsv';
import {
  byRole,
  catchDownloads,
  downloaded,
  giveFile,
  openPage,
  openPlan,
  seeText,
  testBed,
} from './harness';

const bed = testBed();
const CSV = join(mkdtempSync(join(tmpdir(), 'lamella-shelf-')), 'shelf.csv');
writeFileSync(CSV, 'name;grams left;colour\nFog;120;#c9ced0\nochre;900;\n;5;\nMist;;grey\n');

/** Names of the spools in the order shown. */
function shownSpools(page: Page): Promise<string[]> {
  return page.$$eval('tbody tr td:first-child', (all) =>
    all.map((one) => one.textContent?.trim() ?? ''),
  );
}

describe('the shelf', () => {
  it('reads a file with a preview, row by row, and can be put back', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, '12 of 12 spools');
    await giveFile(page, CSV, () => byRole(page, 'button', 'Open CSV').click());
    await seeText(page, '2 spools can be read, 2 rows cannot');
    await seeText(page, 'the name is missing');
    await seeText(page, 'colour must be like #7c9a4b');
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'Add them: 1 new, 1 changed').click();
    await seeText(page, '13 of 13 spools');
    await seeText(page, '900 g');
    await byRole(page, 'button', 'Undo').click();
    await seeText(page, '12 of 12 spools');
    assert.deepEqual(complaints, []);
  });

  it('is searched, filtered, sorted, changed and saved', async () => {
    const { page, complaints } = await openPage(bed.browser);
    const folder = await catchDownloads(page);
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'Left').click();
    assert.equal((await shownSpools(page))[0], 'Ochre');
    await page.select('select[aria-label="Material"]', 'PETG');
    await seeText(page, '2 of 12 spools');
    await page.select('select[aria-label="Material"]', '');
    await page.type('input[type="search"]', 'brick');
    await seeText(page, '1 of 12 spools');

    await byRole(page, 'button', 'Change Brick red').click();
    const weighed = await page.waitForSelector(
      "::-p-xpath(//label[contains(., 'Or weighed with its reel')]//input)",
    );
    await weighed?.type('500');
    await page.keyboard.press('Tab');
    await byRole(page, 'button', 'Save').click();
    await seeText(page, '280 g');
    await byRole(page, 'button', 'Save as CSV').click();
    const saved = await downloaded(folder, '.csv');
    const rows = readShelfCsv(saved.bytes.toString(), () => '');
    assert.equal(rows.length, 12);
    const brick = rows.find((row) => 'spool' in row && row.spool.name === 'Brick red');
    assert.ok(brick && 'spool' in brick && brick.spool.gramsLeft === 280);

    await byRole(page, 'button', 'Take Brick red off the shelf').click();
    await seeText(page, '0 of 11 spools');
    await byRole(page, 'button', 'Undo').click();
    await seeText(page, '1 of 12 spools');
    assert.deepEqual(complaints, []);
  });

  it('prices a plan, and its own purges go into the swaps', async () => {
    const { page, complaints } = await openPlan(bed);
    for (const key of ['n', 's', 'n', 's', 'f'] as const) await page.keyboard.press(key);
    const options = await page.$$("::-p-xpath(//option[starts-with(., 'Peat black, 640')])");
    const id = await options[0].evaluate((one) => (one as HTMLOptionElement).value);
    await page.select('select[aria-label="Spool of filament A"]', id);
    await page.keyboard.press('Escape');
    await page.keyboard.press('u');
    await seeText(page, 'This plan purges 0.6 g in 2 swaps.');
    await seeText(page, 'In the order B, C, A it would purge');
    await seeText(page, '0.13 €');
    await page.type('input[aria-label="Purge from Peat black to Bone white, mm"]', '90');
    await page.keyboard.press('Enter');
    await seeText(page, 'This plan purges 0.4 g in 2 swaps.');
    await page.keyboard.press('Escape');
    await byRole(page, 'link', 'Recipe not tried on your printer').click();
    await page.locator('::-p-text(Spelled out)').click();
    await seeText(page, 'Pushes through until the old colour is gone: 45.9 mm.');
    assert.deepEqual(complaints, []);
  });

  it('gives its spools to a plan, whose checks then know what is left', async () => {
    const { page, complaints } = await openPlan(bed);
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await page.keyboard.press('f');
    await seeText(page, 'Filaments of this plan');
    const option = await page.waitForSelector("::-p-xpath(//option[starts-with(., 'Ochre, 4')])");
    const id = (await option?.evaluate((one) => (one as HTMLOptionElement).value)) ?? '';
    await page.select('select[aria-label="Spool of filament A"]', id);
    await page.keyboard.press('Escape');
    await byRole(page, 'link', 'Checks will fail').click();
    await seeText(page, 'and 4.0 g are left on the spool.');
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'link', 'Checks may fail').wait();
    assert.deepEqual(complaints, []);
  });
});
