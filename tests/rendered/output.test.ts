import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { sourceOf } from '../../src/core/byteSource';
import { readGcode } from '../../src/core/read/reader';
import { proveOutput } from '../../src/core/proof/proof';
import { parsePrinter } from '../../src/core/printer/printerFile';
import { EXAMPLE_PRINTERS } from '../../src/core/printer/examples';
import { probeFile } from '../../src/core/recipe/probe';
import {
  byRole,
  bySelector,
  fieldOf,
  byText,
  choose,
  giveFile,
  openBench,
  openPlan,
  ROOT,
  savedFile,
  seeText,
  textOf,
  until,
  type Desk,
} from './harness/harness';

const DEMO = readFileSync(join(ROOT, 'public/demo/hide-plate-7.gcode'));
const [, OLD_BITTERN] = EXAMPLE_PRINTERS;

async function openPrinters(): Promise<{ page: Desk; complaints: string[] }> {
  const opened = await openBench();
  await opened.page.goto('/printers');
  await seeText(opened.page, 'Type of stop');
  return opened;
}

/** Chooses an answer of the question with a legend. */
async function answer(page: Desk, legend: string, words: string): Promise<void> {
  const group = await bySelector(page, `[role="radiogroup"][aria-label="${legend}"]`).wait();
  const labels = [...group.element.querySelectorAll('label')];
  await page.user.click(labels.find((one) => one.textContent?.includes(words))!);
}

/** Types a number into a field of the shown station, and leaves it. */
async function setNumber(page: Desk, label: string, value: string, nth = 0): Promise<void> {
  await fieldOf(page, label).wait();
  const labels = page.all('label').filter((one) => one.textContent?.includes(label));
  labels
    .map((one) => one.querySelector('input'))
    .filter((one) => one !== null)
    [nth].select();
  labels
    .map((one) => one.querySelector('input'))
    .filter((one) => one !== null)
    [nth].focus();
  await page.keyboard.type(value);
  await page.keyboard.press('Enter');
}

async function choosePrinter(page: Desk, name: string): Promise<void> {
  await choose(page, 'Printer of this plan', name);
}

/** Two swaps on the plan, and on to the Recipe station. */
async function goToRecipe(page: Desk): Promise<void> {
  for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
  await byRole(page, 'link', 'Recipe not tested on your printer').click();
  await seeText(page, 'At each swap');
}

describe('stopping a printer', () => {
  it('goes from the questions to a recipe, and to a proven file', async () => {
    const { page, complaints } = await openPrinters();
    await byText(page, 'Old bittern').click();
    await byRole(page, 'button', 'Test printer').click();
    await byRole(page, 'button', 'Save probe file').click();
    const probe = await savedFile(page, '-probe.gcode');
    assert.equal(probe.bytes.toString(), probeFile(OLD_BITTERN, { hot: null }));
    await answer(page, 'Did you hear the beeps?', 'Yes');
    await answer(page, 'After 1 beep (M600)', 'continued at once');
    await answer(page, 'After 2 beeps (M0)', 'waited');
    await answer(page, 'After 3 beeps (M25)', 'continued at once');
    await answer(page, 'After 4 beeps (M226)', 'continued at once');
    await answer(page, 'After 5 beeps (PAUSE)', 'stopped for good');
    await seeText(page, 'The printer waits at M0. Lamella spells out the swap around it.');
    await byRole(page, 'button', 'Keep this for Old bittern').click();
    await seeText(page, 'Tested on');

    await byRole(page, 'link', 'Bench').click();
    await seeText(page, 'Hide plate 7');
    await byRole(page, 'link', 'Hide plate 7').click();
    await seeText(page, 'Bands');
    await goToRecipe(page);
    await choosePrinter(page, 'Old bittern');
    await seeText(page, 'Travels to the park position.');
    await setNumber(page, 'Purge', '45');
    await seeText(page, '49.8 mm');
    await setNumber(page, 'Nozzle', '215');
    await seeText(page, 'Heats to 215 °C and waits for it.');

    await byRole(page, 'link', 'Output').click();
    await seeText(page, 'Commands to insert');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    await seeText(
      page,
      'parks at X 10.00 Y 190.00, purges 45.0 mm of filament there, and touches nothing.',
    );
    await seeText(page, 'except nozzle 215 on purpose');
    const written = await savedFile(page, '2-swaps.gcode');
    const reading = readGcode(DEMO, OLD_BITTERN);
    const proof = await proveOutput(sourceOf(DEMO), sourceOf(written.bytes), {
      reading,
      planned: null,
      printer: OLD_BITTERN,
    });
    assert.deepEqual(
      proof.checks.filter((check) => !check.ok),
      [],
    );

    // The output opened again gives the plan back, and not a print with stops of its own.
    await byRole(page, 'link', 'Bench').click();
    await seeText(page, 'Open file…');
    const input = await page.$('input[type="file"]');
    await input!.uploadFile(written.path);
    await seeText(page, 'holds 2 swaps written by Lamella');
    await seeText(page, 'Someone must be at the printer 2 times.');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Original file').click();
    const original = await savedFile(page, 'hide-plate-7-2-swaps.gcode');
    assert.ok(original.bytes.length > 0);
    assert.deepEqual(complaints, []);
  });

  it('hands nothing out when the proof does not hold, and says where', async () => {
    const { page, complaints } = await openPlan();
    await goToRecipe(page);
    await byRole(page, 'button', 'Line to: Your own lines last').click();
    await page.keyboard.type('G1 X110 Y110 Z0.3');
    await byRole(page, 'button', 'Add').click();
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'No file was written');
    await seeText(page, 'Swap 1 is not safe');
    await seeText(page, 'of the output.');
    await seeText(page, 'blocked');
    // With undo the plan can be written again.
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    assert.deepEqual(complaints, []);
  });

  it('keeps own lines inside the proof, and calls ahead', async () => {
    const { page, complaints } = await openPlan();
    await goToRecipe(page);
    await byRole(page, 'button', 'Warning').click();
    await byRole(page, 'button', 'Line to: Your own lines first').click();
    await page.keyboard.type('G91');
    await byRole(page, 'button', 'Add').click();
    await seeText(page, 'Your own line.');
    await byRole(page, 'link', 'Output').click();
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'positioning (G90/G91)');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await byRole(page, 'button', 'Remove the line G91').click();
    await page.keyboard.press('w');
    await seeText(page, 'File written');
    await seeText(page, 'Warning 1 of 2, before layer 10');
    assert.deepEqual(complaints, []);
  });

  it('writes scripts for a print host', async () => {
    const { page, complaints } = await openPlan();
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await choosePrinter(page, 'Round pond');
    await seeText(page, 'Tested on 2026-02-01.');
    await byRole(page, 'link', /^Output/).click();
    await seeText(page, 'Add a swap first.');
    assert.equal(page.$('pre[aria-label^="On "]'), null);
    await byRole(page, 'link', /^Plan/).click();
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await byRole(page, 'link', /^Output/).click();
    await seeText(page, 'The file brings the head back by itself.');
    const scripts = await page.all('pre[aria-label^="On "]').map((one) => one.textContent ?? '');
    assert.match(scripts[0], /^; Runs when the print pauses\.\nG21\nG90\nM83\nG1 E-4/);
    assert.match(scripts[1], /G1 E-0\.8 F2100\nM82\n$/);
    assert.deepEqual(complaints, []);
  });
});

describe('printers', () => {
  it('are made, changed, saved, opened and deleted with undo', async () => {
    const { page, complaints } = await openPrinters();
    await byRole(page, 'button', 'New printer').click();
    await byRole(page, 'heading', 'New printer').wait();
    const name = await fieldOf(page, 'Name').wait();
    await name.mark();
    await page.keyboard.type('Attic printer');
    await page.keyboard.press('Enter');
    await byRole(page, 'heading', 'Attic printer').wait();
    await setNumber(page, 'Height (Z)', '150');
    await page.$eval('svg [role="button"]', (one) => one.focus());
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowDown'] as const) {
      await page.keyboard.press(key);
    }
    await seeText(page, 'The head parks at X 7 Y 214 mm.');
    await byRole(page, 'button', 'Save as JSON').click();
    const saved = await savedFile(page, '.json');
    const parsed = parsePrinter(JSON.parse(saved.bytes.toString()));
    assert.ok(parsed.ok);
    assert.deepEqual(
      [parsed.value.name, parsed.value.volume.z, parsed.value.park],
      ['Attic printer', 150, { x: 7, y: 214 }],
    );

    await byRole(page, 'button', 'Delete').click();
    await seeText(page, 'Attic printer is deleted.');
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'heading', 'Attic printer').wait();
    await page.reload();
    await seeText(page, 'Attic printer');
    await giveFile(page, saved.path, () => byRole(page, 'button', 'Import profile…').click());
    await until(page, () => textOf(page).split('Attic printer').length > 3);
    assert.deepEqual(complaints, []);
  });
});
