import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import {
  byRole,
  bySelector,
  byText,
  choose,
  fieldOf,
  openPage,
  savedFile,
  seeNoText,
  seeSaved,
  seeText,
  type Desk,
} from './harness/harness';

async function openPieces(name: string): Promise<{ page: Desk; complaints: string[] }> {
  const { page, complaints } = openPage();
  await page.goto('/pieces');
  await byRole(page, 'button', new RegExp(`^${name}`)).click();
  await byRole(page, 'heading', name).wait();
  return { page, complaints };
}

/** Taps a mark of a row on the drawing. */
async function tap(page: Desk, row: string, mark: string): Promise<void> {
  const group = await bySelector(page, `[role="radiogroup"][aria-label="${row}"]`).wait();
  const marks = [...group.element.querySelectorAll('[role="radio"]')];
  const isIt = (one: Element): boolean =>
    [one.getAttribute('aria-label'), one.textContent?.trim()].includes(mark);
  await page.user.click(marks.find(isIt)!);
}

/** Opens the piece as a job and writes it, as any job is written. */
async function writePiece(page: Desk): Promise<string> {
  await byRole(page, 'button', 'Open as job').click();
  await byRole(page, 'link', 'Output').click();
  await seeText(page, 'Everything else stays unchanged');
  await byRole(page, 'button', 'Write file').click();
  await seeText(page, 'File written');
  return (await savedFile(page, '.gcode')).bytes.toString();
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

    await page.goto('/pieces');
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
    await page.goto('/');
    await byRole(page, 'link', /Hiding stairs Meadow over Mud brown/).click();
    await byText(page, 'From above').wait();
    await page.keyboard.press('f');
    await seeText(page, '0.50 mm over A, measured on');
    await page.keyboard.press('Escape');
    await seeSaved(page);

    await page.goto('/pieces');
    for (let left = 2; left > 0; left--) {
      // By key: the word that the first one is taken back may lie over the button of the second.
      const button = await page.waitForSelector(
        "section[aria-labelledby='measured-so-far'] button[aria-label^='Take back what was']",
      );
      await button.press('Enter');
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
    await byText(page, 'From above').wait();
    await page.keyboard.press('u');
    await seeText(page, 'set by you');
    await page.keyboard.press('Escape');
    await seeSaved(page);

    await page.goto('/pieces');
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
    await page.goto('/printers');
    await byRole(page, 'button', /^Old bittern/).click();
    await seeText(page, 'measured on');
    const stroke = await fieldOf(page, 'Narrowest stroke').wait();
    assert.equal(await stroke?.element.value, '0.5');
    await page.goto('/pieces');
    await byRole(page, 'button', 'Take back').click();
    await seeNoText(page, 'Measured so far');
    await seeSaved(page);
    await page.goto('/printers');
    await byRole(page, 'button', /^Old bittern/).click();
    const empty = await fieldOf(page, 'Narrowest stroke').wait();
    assert.equal(await empty?.element.value, '');
    assert.deepEqual(complaints, []);
  });
});

describe('the printer as it is', () => {
  it('is told where it homes, and its head as boxes', async () => {
    const { page, complaints } = openPage();
    await page.goto('/printers');
    await byRole(page, 'button', /^Old bittern/).click();
    await seeText(page, 'Until you say so, Lamella only warns');
    await choose(page, 'Homes Z', 'over the bed’s middle');
    await choose(page, 'Finds the bed with', 'a probe');
    await seeText(page, 'It homes Z at X 130 Y 100');
    await byRole(page, 'button', 'Fan duct').click();
    await seeText(page, 'Fan duct, above the tip');
    await seeSaved(page);
    await page.reload();
    await byRole(page, 'button', /^Old bittern/).click();
    await seeText(page, 'It homes Z at X 130 Y 100');
    await byRole(page, 'button', 'Remove Fan duct').click();
    await seeNoText(page, 'Fan duct, above the tip');
    assert.deepEqual(complaints, []);
  });
});
