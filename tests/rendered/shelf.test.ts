import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { readShelfCsv } from '../../src/core/filament/shelf/shelfCsv';
import {
  byRole,
  bySelector,
  byText,
  choose,
  fieldOf,
  giveFile,
  openPage,
  openPlan,
  savedFile,
  seeSaved,
  seeText,
  soon,
  type Desk,
} from './harness/harness';

const CSV = join(mkdtempSync(join(tmpdir(), 'lamella-shelf-')), 'shelf.csv');
writeFileSync(CSV, 'name;grams left;colour\nFog;120;#c9ced0\nochre;900;\n;5;\nMist;;grey\n');

/** Names of the spools in the order shown. */
function shownSpools(page: Desk): string[] {
  return page.all('tbody tr td:first-child').map((one) => one.textContent?.trim() ?? '');
}

/** Takes a filament of the plan from a spool; the filaments' dialog is open. */
async function chooseSpool(page: Desk, letter: string, spool: string): Promise<void> {
  await bySelector(page, `button[aria-label^="Spool of filament ${letter}"]`).click();
  await byRole(page, 'menuitemradio', new RegExp(spool)).click();
  await byRole(page, 'button', `Spool of filament ${letter}: ${spool}`).wait();
}

describe('the shelf', () => {
  it('reads a file with a preview, row by row, and can be put back', async () => {
    const { page, complaints } = openPage();
    await page.goto('/shelf');
    await seeText(page, '12 of 12 spools');
    await giveFile(page, CSV, () => byRole(page, 'button', 'Import CSV…').click());
    await seeText(page, '2 spools can be read, 2 rows cannot');
    await seeText(page, 'The name is missing.');
    await seeText(page, 'A colour looks like #7c9a4b.');
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'Add spools: 1 new, 1 changed').click();
    await seeText(page, '13 of 13 spools');
    await seeText(page, '900 g');
    await byRole(page, 'button', 'Undo').click();
    await seeText(page, '12 of 12 spools');
    assert.deepEqual(complaints, []);
  });

  it('is searched, filtered, sorted, changed and saved', async () => {
    const { page, complaints } = openPage();
    await page.goto('/shelf');
    await seeText(page, '12 of 12 spools');
    await byRole(page, 'button', 'Left').click();
    assert.equal(shownSpools(page)[0], 'Ochre');
    await choose(page, 'Material', 'PETG');
    await seeText(page, '2 of 12 spools');
    await choose(page, 'Material', 'All materials');
    await page.type('input[type="search"]', 'brick');
    await seeText(page, '1 of 12 spools');

    await byRole(page, 'button', 'Edit Brick red').click();
    await (await fieldOf(page, 'Or weight with its reel').wait()).type('500');
    await page.keyboard.press('Tab');
    await byRole(page, 'button', 'Save').click();
    await seeText(page, '280 g');
    await byRole(page, 'button', 'Export CSV').click();
    const saved = await savedFile(page, '.csv');
    const rows = readShelfCsv(saved.bytes.toString(), () => '');
    assert.equal(rows.length, 12);
    const brick = rows.find((row) => 'spool' in row && row.spool.name === 'Brick red');
    assert.ok(brick && 'spool' in brick && brick.spool.gramsLeft === 280);

    await byRole(page, 'button', 'Remove Brick red from the shelf').click();
    await seeText(page, '0 of 11 spools');
    await byRole(page, 'button', 'Undo').click();
    await seeText(page, '1 of 12 spools');
    assert.deepEqual(complaints, []);
  });

  it('takes ten thousand spools, and finds one among them', async () => {
    const { page, complaints } = openPage();
    const rows = Array.from({ length: 10_000 }, (_, i) => `Spool ${i},${i % 900},no. ${i}`);
    const path = join(mkdtempSync(join(tmpdir(), 'lamella-many-')), 'many.csv');
    writeFileSync(path, ['name,gramsLeft,note', ...rows].join('\n'));
    await page.goto('/shelf');
    await seeText(page, '12 of 12 spools');
    await giveFile(page, path, () => byRole(page, 'button', 'Import CSV…').click());
    await byRole(page, 'button', 'Add spools: 10000 new, 0 changed').click();
    await seeText(page, '10012 of 10012 spools');
    assert.ok(page.all('tbody tr[data-index]').length < 100);
    await page.type('input[type="search"]', 'no. 7654');
    await seeText(page, '1 of 10012 spools');
    await byRole(page, 'button', 'Remove Spool 7654 from the shelf').click();
    await seeText(page, '0 of 10011 spools');
    assert.deepEqual(complaints, []);
  });

  it('prices a plan, and its own purges go into the swaps', async () => {
    const { page, complaints } = await openPlan();
    for (const key of ['n', 's', 'n', 's', 'f'] as const) await page.keyboard.press(key);
    await chooseSpool(page, 'A', 'Peat black');
    await page.keyboard.press('Escape');
    await page.keyboard.press('u');
    await seeText(page, 'This plan purges 0.6 g in 2 swaps: 189 mm, 454 mm³.');
    await seeText(page, 'Before layer 11, A to B: 142 mm, 342 mm³, 0.4 g');
    await seeText(page, 'In the order B, C, A the plan would purge');
    await seeText(page, '0.13 €');
    await page.type('input[aria-label="Purge from Peat black to Bone white, mm"]', '90');
    await page.keyboard.press('Enter');
    await seeText(page, 'This plan purges 0.4 g in 2 swaps: 137 mm');
    await page.keyboard.press('Escape');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await byText(page, 'Spelled out').click();
    await seeText(page, 'Purges until the old colour is gone: 30.6 mm.');
    assert.deepEqual(complaints, []);
  });

  it('gives its spools to a plan, whose checks then know what is left', async () => {
    const { page, complaints } = await openPlan();
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await page.keyboard.press('f');
    await seeText(page, 'Filaments of this plan');
    await chooseSpool(page, 'A', 'Ochre');
    await page.keyboard.press('Escape');
    await byRole(page, 'link', 'Checks will fail').click();
    await seeText(page, '4.0 g are left on the spool.');
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'link', 'Checks may fail').wait();
    assert.deepEqual(complaints, []);
  });

  it('warns while choosing where neighbours look alike', async () => {
    const { page, complaints } = await openPlan();
    for (const key of ['n', 's', 'f'] as const) await page.keyboard.press(key);
    await bySelector(page, 'button[aria-label^="Spool of filament B"]').click();
    const items = page.all('[role="menuitemradio"]').map((one) => one.textContent ?? '');
    assert.ok(
      items.some((item) => /Bone white.*clear step to A/.test(item)),
      items.join(),
    );
    assert.ok(
      items.some((item) => /Boot rubber.*looks alike to A/.test(item)),
      items.join(),
    );
    await byRole(page, 'menuitemradio', /Boot rubber/).click();
    await seeText(page, 'Peat black and Boot rubber look very similar side by side.');
    assert.deepEqual(complaints, []);
  });

  it('says what can be made of leftovers, reserves on writing, and gives up what was printed', async () => {
    const { page, complaints } = await openPlan();
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await seeSaved(page);
    await page.goto('/shelf');
    await byRole(page, 'button', 'Use up leftovers…').click();
    await byRole(page, 'menuitem', 'Hide plate 7').click();
    await seeText(page, 'Use up leftovers');
    await byRole(page, 'button', 'Print A from Peat black 640 g').wait();
    await byRole(page, 'button', 'Use these spools A Reed green, B Mud brown, C Ochre').click();
    await page.keyboard.press('Escape');
    await byRole(page, 'link', 'Output').click();
    await byText(page, 'Reserve the filament whenever a file is written').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await seeText(page, 'Reserved on 3 spools for Hide plate 7.');
    await byRole(page, 'button', 'Release reservation').wait();

    await byRole(page, 'link', 'Shelf').click();
    await seeText(page, '0.8 g reserved');
    page.window.history.back();
    await byRole(page, 'button', 'Deduct from spools').click();
    await seeText(page, 'of 3.2 g');
    await byRole(page, 'button', 'Reserve filament').wait();
    const undo = await soon('There is no Undo', () => {
      const message = page.all('li').find((one) => /deducted from the/.test(one.textContent ?? ''));
      return message?.querySelector('button') ?? null;
    });
    await page.user.click(undo);
    await seeText(page, 'of 4.0 g');
    assert.deepEqual(complaints, []);
  });
});
