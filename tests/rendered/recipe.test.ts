import assert from 'node:assert/strict';
import { readFileSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import {
  byRole,
  byText,
  fieldOf,
  openBench,
  openPlan,
  ROOT,
  savedFile,
  seeNoText,
  seeText,
  textOf,
  type Desk,
} from './harness/harness';

/** The demo's plate with a change command before the border, and one at its very start. */
const WITH_STOPS = join(mkdtempSync(join(tmpdir(), 'lamella-stops-')), 'plate-with-stops.gcode');
const plate = readFileSync(join(ROOT, 'public/demo/hide-plate-7.gcode'), 'utf8');
writeFileSync(
  WITH_STOPS,
  plate.replace('; layer 10 of', 'M600\n; layer 10 of').replace(/^G28.*$/m, '$&\nM600'),
);

async function swapAndGoTo(page: Desk, station: string): Promise<void> {
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await byRole(page, 'link', station).click();
}

describe('the recipe', () => {
  it('tells a change command what the person fills in, and asks for the first filament', async () => {
    const { page, complaints } = await openPlan();
    await swapAndGoTo(page, 'Recipe not tested on your printer');
    await seeText(page, 'Parks, waits for you, and returns');
    for (const [label, value] of [
      ['Park at X', '5'],
      ['Park at Y', '200'],
      ['Lift by (Z)', '25'],
    ]) {
      const field = await fieldOf(page, label).wait();
      await field.type(value);
      await page.keyboard.press('Enter');
    }
    await seeText(page, 'M600 X5 Y200 Z25');
    await byText(page, 'Stop and ask for A Peat black').click();
    await byText(page, 'Where the old colour ends').click();
    await page.keyboard.press('w');
    await seeText(page, 'File written');
    await seeText(page, 'parks at X 5.00 Y 200.00, and touches nothing.');
    await seeText(page, 'The stop for the first filament stops once (M600');
    await seeText(page, 'First filament 1 of 1, before layer 1');
    const { bytes } = await savedFile(page, '.gcode');
    const lines = bytes.toString().split('\n');
    const at = lines.findIndex((line) => line.startsWith('; lamella: swap 1'));
    assert.match(lines[at - 1], /^G1 X.* E/);
    assert.equal(lines.filter((line) => line === 'M600 X5 Y200 Z25').length, 2);
    assert.deepEqual(complaints, []);
  });

  it('offers to take out what the file asks for at its start', async () => {
    const { page, complaints } = await openBench();
    const input = await page.$('input[type="file"]');
    await input!.uploadFile(WITH_STOPS);
    await seeText(page, 'Bands');
    await swapAndGoTo(page, 'Recipe not tested on your printer');
    await seeText(page, 'The file itself asks for filament at its start');
    await byRole(page, 'button', 'Remove stop').click();

    await byRole(page, 'link', 'Output').click();
    await seeText(page, 'with your swap, the printer stops twice before this layer');
    await byRole(page, 'button', 'Remove stop').click();
    await seeNoText(page, 'stops twice');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'File written');
    const said = textOf(page).match(/is removed\./g)?.length;
    assert.equal(said, 2);
    assert.deepEqual(complaints, []);
  });
});

describe('the output', () => {
  it('of colours by height may come as one file for each filament', async () => {
    const { page, complaints } = await openPlan();
    await swapAndGoTo(page, 'Output');
    await byRole(page, 'radio', 'One file for each filament in turn').click();
    await seeText(page, 'Homed in between');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, '2 files follow each other: each but the last ends hot');
    assert.equal((await savedFile(page, '.zip')).name, 'hide-plate-7.zip');
    assert.deepEqual(complaints, []);
  });

  it('is named as the person likes, and the name is kept', async () => {
    const { page, complaints } = await openPlan();
    await swapAndGoTo(page, 'Output');
    const name = await fieldOf(page, 'Name').wait();
    await name.mark();
    await page.keyboard.type('{{colours} for the hide: {{swaps}'.replaceAll('{{', '{'));
    await page.keyboard.press('Enter');
    await seeText(page, 'AB-for-the-hide--1-swap.gcode');
    await byRole(page, 'button', 'Write file').click();
    await seeText(page, 'AB-for-the-hide--1-swap.gcode is in your downloads.');
    assert.equal((await savedFile(page, '.gcode')).name, 'AB-for-the-hide--1-swap.gcode');
    await page.reload();
    await seeText(page, 'AB-for-the-hide--1-swap.gcode');
    await byRole(page, 'button', 'Original file').click();
    const original = await savedFile(page, 'hide-plate-7.gcode');
    assert.equal(original.bytes.toString(), plate);
    assert.deepEqual(complaints, []);
  });
});
