import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import { hidePlateSolids, makeHidePlate } from '../../demo/jobs/hidePlate';
import { extrude } from '../../src/core/model/extrude';
import { readModel } from '../../src/core/model/formats/readModel';
import { writeStl } from '../../src/core/model/formats/writeStl';
import {
  allByRole,
  byRole,
  fieldOf,
  giveFile,
  openBench,
  openPage,
  openPlan,
  savedFile,
  seeSaved,
  seeSwaps,
  seeText,
  setText,
  textOf,
  until,
  type Desk,
} from './harness/harness';

const folder = mkdtempSync(join(tmpdir(), 'lamella-models-'));

function saved(name: string, bytes: Uint8Array | string): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

const MODEL = saved('hide-plate.stl', writeStl(extrude(hidePlateSolids())));
const BROKEN = saved('broken.stl', readFileSync(MODEL).subarray(0, 9000));
const SLICED = saved('hide-plate-sliced.gcode', makeHidePlate());

/** Writes over what a field holds. */
async function retype(page: Desk, selector: string, text: string): Promise<void> {
  const field = await page.waitForSelector(selector);
  field.mark();
  await page.keyboard.type(text);
}

async function addFile(page: Desk, path: string): Promise<void> {
  const input = await page.$('input[aria-label="Sliced file or model"]');
  await input!.uploadFile(path);
}

describe('a model', () => {
  it('is planned before it is sliced, and its plan moves to the sliced file', async () => {
    const { page, complaints } = await openBench();
    await addFile(page, BROKEN);
    await seeText(page, 'The file is cut short or not an STL');
    await addFile(page, MODEL);
    await seeText(page, 'Not sliced yet');
    await seeText(page, '3 of 3 fall inside a layer.');
    await page.click('section[aria-label="Heights"] li:nth-child(2) button');
    await seeText(page, 'layer 26 begins at 5.00 mm');

    // Layers that fit, tried first and then used.
    await byRole(page, 'button', 'Use layers of 0.3 mm over a first layer of 0.24 mm').click();
    await seeText(page, 'All heights land on a layer boundary.');
    await byRole(page, 'button', 'Apply setup').click();
    await byRole(page, 'button', 'Plan colours').click();
    await seeText(page, 'Bands');
    for (const key of ['n', 's', 'n', 's'] as const) await page.keyboard.press(key);
    await seeSwaps(page, 8, 18);

    // Scaled upwards, the swaps keep to their steps; and all of it can be taken back.
    await byRole(page, 'link', 'Model').click();
    await seeText(page, 'Height (Z), moves heights');
    (await fieldOf(page, 'Height (Z)').wait()).mark();
    await page.keyboard.type('200');
    await seeText(page, '84.00 × 56.00 × 16.08 mm');
    await byRole(page, 'button', 'Apply setup').click();
    await seeText(page, '2 swaps moved with their heights');
    await byRole(page, 'link', 'Plan').click();
    await seeSwaps(page, 15, 35);
    // The latest message takes back what it tells of.
    await page.click('[data-sonner-toast][data-front="true"] [data-button]');
    await seeSwaps(page, 8, 18);
    await seeSaved(page);

    // What needs the sliced file says so, and takes it.
    await byRole(page, 'link', 'Output once sliced').click();
    await seeText(page, 'Slice the model first');
    const open = (): Promise<void> =>
      byRole(page, 'button', 'Open sliced file').click() as Promise<void>;
    await giveFile(page, SLICED, open);
    await seeText(page, 'before 8 at 2.04 mm → before 11 at 2.04 mm, same step');
    await byRole(page, 'button', 'Use new file').click();
    await seeText(page, 'now uses hide-plate-sliced.gcode');
    await byRole(page, 'link', 'Plan').click();
    await seeSwaps(page, 11, 26);
    await page.keyboard.press('w');
    await seeText(page, 'File written');
    assert.deepEqual(complaints, []);
  });
});

describe('a drawn plate', () => {
  it('is saved as a file, and stands on the Bench with its swaps', async () => {
    const { page, complaints } = openPage();
    await page.goto('/draw');
    await seeText(page, 'B from layer 9, 1.60 mm');
    await retype(page, 'textarea', 'Reed beds closed');
    await seeText(page, 'and there is room for');
    await until(page, () => allByRole(page, 'button', 'Save as 3MF')[0]?.hasAttribute('disabled'));
    await retype(page, 'textarea', 'Reed ☂');
    await seeText(page, 'The font has no “☂”.');
    await retype(page, 'textarea', 'Reed 4');
    await until(page, () => !textOf(page).includes('The font has no'));
    await byRole(page, 'button', 'Save as 3MF').click();
    const { bytes, name } = await savedFile(page, '.3mf');
    const read = await readModel(bytes, name);
    assert.ok(read.ok);
    assert.deepEqual(read.ok && read.value.mesh.objects.map(({ name }) => name), ['Reed 4']);
    await byRole(page, 'button', 'Add to Bench').click();
    await seeSwaps(page, 9);
    await seeText(page, 'Not sliced yet: times and grams are rough');
    assert.deepEqual(complaints, []);
  });
});

describe('plates for a list of names', () => {
  it('are made together, with what they cost, and go to the Bench bed by bed', async () => {
    const { page, complaints } = openPage();
    await page.goto('/draw');
    await seeText(page, 'B from layer 9, 1.60 mm');
    await byRole(page, 'button', 'Plates for a list…').click();
    await setText(page, '[role="dialog"] textarea', 'Reed\nSedge\nGreat reed warbler of the marsh');
    await seeText(page, '3 plates, 8 on a bed of 220 × 220 mm: 1 bed.');
    await giveFile(page, saved('names.csv', `name,group\n${'Heron,2\n'.repeat(9)}`), () =>
      byRole(page, 'button', 'Open list (CSV)…').click(),
    );
    await seeText(page, '9 plates, 8 on a bed of 220 × 220 mm: 2 beds.');
    await byRole(page, 'button', 'Make plates').click();
    await seeText(page, 'Boat shed 1 of 2');
    await seeText(page, '8 plates, 1 swap for all of them, about');
    await seeText(page, 'a plate, as if solid');
    await byRole(page, 'button', 'Save as 3MF').click();
    const { bytes, name } = await savedFile(page, '.3mf');
    const read = await readModel(bytes, name);
    assert.ok(read.ok);
    await byRole(page, 'button', 'Close').click();
    assert.deepEqual(complaints, []);
  });
});

describe('several models', () => {
  it('that are opened at once are jobs of their own', async () => {
    const { page, complaints } = await openBench();
    const input = await page.$('input[aria-label="Sliced file or model"]');
    const second = saved('hide-plate-again.stl', writeStl(extrude(hidePlateSolids().slice(1))));
    await input!.uploadFile(MODEL, second);
    await byRole(page, 'link', 'Hide plate again').wait();
    await seeText(page, 'Not sliced yet');
    assert.equal(await page.$('[role="dialog"]'), null);
    assert.deepEqual(complaints, []);
  });
});

describe('the print in the hand', () => {
  it('is one key away, says how it is seen, and can be cut open', async () => {
    const { page, complaints } = await openPlan('Marsh relief tile');
    await page.keyboard.press('y');
    await seeText(page, 'As placed');
    await byRole(page, 'button', 'From below').click();
    await seeText(page, 'Seen from below');
    await byRole(page, 'button', 'Cut').click();
    await seeText(page, 'Cut above layer 15');
    await byRole(page, 'button', 'Higher').click();
    await seeText(page, 'Cut above layer 16');
    await page.keyboard.press('Escape');
    await seeText(page, 'Bands');
    assert.deepEqual(complaints, []);
  });
});
