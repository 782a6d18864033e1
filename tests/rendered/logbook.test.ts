import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { violations, violationsInBothThemes } from './harness/axe';
import {
  byRole,
  choose,
  demoId,
  openPlan,
  savedFile,
  seeText,
  textOf,
  until,
} from './harness/harness';

const PLATE = demoId('Hide plate 7');
const MINUTE = 60_000;

describe('the logbook', () => {
  it('keeps every print, what came of it, and lets the next plan learn', async () => {
    const { page, complaints } = await openPlan();
    await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await page.goto(`/jobs/${PLATE}/attend`);

    // An evening on which everything takes longer than planned.
    const tell = async (minutes: number, name: string): Promise<void> => {
      await page.evaluate(`skipClock(${minutes * MINUTE})`);
      await byRole(page, 'button', name).click();
    };
    await tell(0, 'Print has started');
    await tell(36, 'Printer has stopped');
    await tell(8, 'Print has resumed');
    await tell(20, 'Printer has stopped');
    await tell(3, 'Print has resumed');
    await tell(7, 'Print is done');
    await byRole(page, 'link', 'Rate the print').click();
    await seeText(page, 'Result');
    await seeText(page, '1 h 14 min');
    await byRole(page, 'button', 'Usable').click();
    await page.type('textarea', 'Warm the room');
    await byRole(page, 'button', 'Tinted').click();
    await seeText(page, 'Before layer 11: Tinted');
    await byRole(page, 'button', 'Before layer 26: not rated').click();
    await byRole(page, 'button', 'Clean').click();
    await seeText(page, 'Before layer 26: Clean');
    // The letter in the middle of the picture is of the last colour, whose seam is the second one.
    await byRole(page, 'button', 'Before layer 11: Tinted').click();
    await page.$eval('button[tabindex="-1"] canvas', (canvas) => {
      const { left, top, width, height } = canvas.getBoundingClientRect();
      const at = { clientX: left + width * 0.5, clientY: top + height * 0.28, bubbles: true };
      canvas.dispatchEvent(new MouseEvent('click', at));
    });
    await seeText(page, 'Swap 2: B Bone white to C Reed green');
    assert.deepEqual(await violationsInBothThemes(page), []);

    // A photo is made small; what is none is said.
    const folder = mkdtempSync(join(tmpdir(), 'lamella-photos-'));
    const photo = join(folder, 'plate.png');
    writeFileSync(photo, Buffer.from(await page.screenshot()));
    const note = join(folder, 'note.png');
    writeFileSync(note, 'no photo');
    const choose = async (path: string): Promise<void> => {
      await byRole(page, 'button', 'Add photo…').click();
      const field = await page.waitForSelector('input[type="file"]');
      await (field as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
    };
    await choose(note);
    await seeText(page, 'The browser cannot open this photo');
    await choose(photo);
    await page.waitForSelector('img[alt="Photo 1 of the print"]');
    await page.reload();
    await page.waitForSelector('img[alt="Photo 1 of the print"]');
    assert.equal(await page.$eval('textarea', (field) => field.value), 'Warm the room');

    // The plan reckons with what it taught.
    await page.goto(`/jobs/${PLATE}`);
    await seeText(page, '1 run on Ordinary printer');
    await page.keyboard.press('u');
    await seeText(page, 'Before layer 11, A to B: 160 mm');
    await seeText(page, '1 print: tinted up to');
    await page.keyboard.press('Escape');

    await page.goto('/logbook');
    await seeText(page, '1 of 1 prints');
    await page.type('input[type="search"]', 'warm');
    await seeText(page, 'Warm the room');
    await page.type('input[type="search"]', 'est');
    await seeText(page, 'No print matches your search.');
    await byRole(page, 'tab', 'Learned').click();
    await seeText(page, 'Hands at the first swap');
    assert.deepEqual(await violations(page), []);
    const field = 'input[aria-label="Hands at the first swap, set by you"]';
    await page.type(field, '240');
    await seeText(page, '4.0 min set by you');
    await byRole(page, 'tab', 'Charts').click();
    await page.waitForSelector('.apexcharts-svg');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await byRole(page, 'button', 'Export CSV').click();
    const { bytes } = await savedFile(page, '.csv');
    assert.match(
      bytes.toString(),
      /^Print,Day,"Planned, min","Took, min"\r\nHide plate 7,2026-04-02,/,
    );
    assert.deepEqual(complaints, []);
  });

  it('can be looked at with made-up prints, and takes a print that nobody attended', async () => {
    const { page, complaints } = await openPlan();
    await page.goto('/logbook');
    await byRole(page, 'button', 'Show sample prints').click();
    await seeText(page, '30 of 30 prints');
    assert.deepEqual(await violations(page), []);
    await choose(page, 'Result', 'Lost');
    await seeText(page, '4 of 30 prints');
    await byRole(page, 'button', 'Remove sample prints').click();
    await seeText(page, 'The logbook is empty');
    await seeText(page, 'Saved');

    await page.goto(`/jobs/${PLATE}`);
    await seeText(page, 'Bands');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await page.goto(`/jobs/${PLATE}/attend`);
    await byRole(page, 'button', 'Already printed…').click();
    await byRole(page, 'button', 'Add to logbook').click();
    await seeText(page, 'Everything you recorded is kept.');
    await page.goto('/logbook');
    await seeText(page, '1 of 1 prints');
    await until(page, () => textOf(page).includes('Good'));
    assert.deepEqual(complaints, []);
  });
});
