import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  byRole,
  catchDownloads,
  choose,
  openPage,
  seeNoText,
  seeSaved,
  seeText,
  testBed,
} from './harness/harness';

const bed = testBed();

async function openPieces(name: string): Promise<{ page: Page; complaints: string[] }> {
  const { page, complaints } = await openPage(bed.browser);
  await page.goto(`${bed.app.url}/pieces`);
  await page
    .locator(`::-p-xpath(//nav[@aria-label='Test pieces']//button[starts-with(., '${name}')])`)
    .click();
  await page.waitForSelector(`::-p-xpath(//h2[.='${name}'])`);
  return { page, complaints };
}

/** Taps a mark of a row on the drawing. */
async function tap(page: Page, row: string, mark: string): Promise<void> {
  await page
    .locator(
      `::-p-xpath(//*[@role='radiogroup'][@aria-label='${row}']//*[@role='radio'][@aria-label='${mark}' or normalize-space(.)='${mark}'])`,
    )
    .click();
}

/** Opens the piece as a job and writes it, as any job is written. */
async function writePiece(page: Page): Promise<string> {
  await byRole(page, 'button', 'Open as job').click();
  await byRole(page, 'link', 'Output').click();
  await seeText(page, 'Everything else stays unchanged');
  const downloads = await catchDownloads(page);
  await byRole(page, 'button', 'Write file').click();
  await seeText(page, 'File written');
  return (await downloads.file('.gcode')).bytes.toString();
}

describe('test pieces', () => {
  it('find how a filament hides another: made, written, read off, used, and taken back', async () => {
    const { page, complaints } = await openPieces('Hiding stairs');
    await choose(page, 'Printer', 'Old bittern');
    await choose(page, 'Below', 'Mud brown');
    await choose(page, 'On top', 'Meadow');
    await seeText(page, 'with 1 swap.');
    const text = await writePiece(page);
    assert.match(text, /; lamella: swap 1 of 1, before layer \d+, B Meadow/);

    await page.goto(`${bed.app.url}/pieces`);
    await tap(page, 'In daylight', '0.40 mm');
    await tap(page, 'With a lamp behind the slot', '0.90 mm');
    await seeText(page, '0.40 ± 0.10');
    await byRole(page, 'button', 'Keep measurement').click();
    await seeText(page, 'Measured so far');
    await seeSaved(page);
    // A second look is averaged with the first.
    await tap(page, 'In daylight', '0.60 mm');
    await byRole(page, 'button', 'Keep measurement').click();
    await seeText(page, 'Lamella plans with the mean');
    await seeText(page, '0.50 ± 0.10');

    // The job of the piece plans with it, and says where it comes from.
    await page.goto(`${bed.app.url}/`);
    await page
      .locator("::-p-xpath(//a[contains(., 'Hiding stairs Meadow over Mud brown')])")
      .click();
    await page.waitForSelector('::-p-text(From above)');
    await page.keyboard.press('f');
    await seeText(page, '0.50 mm over A, measured on');
    await page.keyboard.press('Escape');
    await seeSaved(page);

    await page.goto(`${bed.app.url}/pieces`);
    for (let left = 2; left > 0; left--) {
      // By key: the word that the first one is taken back may lie over the button of the second.
      const button = await page.waitForSelector(
        "section[aria-labelledby='measured-so-far'] button[aria-label^='Take back what was']",
      );
      await button?.press('Enter');
      await seeText(page, 'The measurement is taken back.');
      if (left === 2) await seeNoText(page, 'Lamella plans with the mean');
    }
    await seeNoText(page, 'Measured so far');
    assert.deepEqual(complaints, []);
  });

  it('find what two filaments need to purge, in both directions', async () => {
    const { page, complaints } = await openPieces('Purge ladder');
    await choose(page, 'Printer', 'Old bittern');
    await choose(page, 'Filament 1', 'Mud brown');
    await choose(page, 'Filament 2', 'Meadow');
    await seeText(page, 'with 2 swaps.');
    const text = await writePiece(page);
    assert.match(text, /; lamella: swap 2 of 2, before layer \d+, A Mud brown/);
    await byRole(page, 'link', 'Plan').click();
    await page.waitForSelector('::-p-text(From above)');
    await page.keyboard.press('u');
    await seeText(page, 'set by you');
    await page.keyboard.press('Escape');
    await seeSaved(page);

    await page.goto(`${bed.app.url}/pieces`);
    await tap(page, 'Mud brown → Meadow', '60 mm');
    await tap(page, 'Meadow → Mud brown', '30 mm');
    await seeText(page, '60 ± 10');
    await byRole(page, 'button', 'Keep measurement').click();
    await seeText(page, 'Measured so far');
    await seeText(page, 'Clean from: 30 ± 10');
    assert.deepEqual(complaints, []);
  });

  it('bring what they find into the printer’s profile, and back out of it', async () => {
    const { page, complaints } = await openPieces('Smallest details');
    await choose(page, 'Printer', 'Old bittern');
    await tap(page, 'Narrowest stroke that is whole', '0.50 mm');
    await tap(page, 'Narrowest gap that is open', '0.60 mm');
    await tap(page, 'Smallest code that your phone reads', '0.80 mm');
    await byRole(page, 'button', 'Keep measurement').click();
    await seeText(page, 'Measured so far');
    await seeSaved(page);
    await page.goto(`${bed.app.url}/printers`);
    await page
      .locator("::-p-xpath(//nav[@aria-label='Printers']//button[contains(., 'Old bittern')])")
      .click();
    await seeText(page, 'measured on');
    const stroke = await page.waitForSelector(
      "::-p-xpath(//label[contains(., 'Narrowest stroke')]//input)",
    );
    assert.equal(await stroke?.evaluate((one) => (one as HTMLInputElement).value), '0.5');
    await page.goto(`${bed.app.url}/pieces`);
    await page.locator("::-p-xpath(//button[.='Take back'])").click();
    await seeNoText(page, 'Measured so far');
    await seeSaved(page);
    await page.goto(`${bed.app.url}/printers`);
    await page
      .locator("::-p-xpath(//nav[@aria-label='Printers']//button[contains(., 'Old bittern')])")
      .click();
    const empty = await page.waitForSelector(
      "::-p-xpath(//label[contains(., 'Narrowest stroke')]//input)",
    );
    assert.equal(await empty?.evaluate((one) => (one as HTMLInputElement).value), '');
    assert.deepEqual(complaints, []);
  });
});
