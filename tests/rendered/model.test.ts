import assert from 'node:assert/strict';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import qr from 'qrcode';
import { hidePlateSolids, makeHidePlate } from '../../demo/jobs/hidePlate';
import { extrude } from '../../src/core/model/extrude';
import { readModel } from '../../src/core/model/formats/readModel';
import { writeStl } from '../../src/core/model/formats/writeStl';
import { violationsInBothThemes } from './harness/axe';
import {
  byRole,
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
  type Found,
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
  await (input as Found).uploadFile(path);
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
    assert.deepEqual(await violationsInBothThemes(page), []);

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
    await retype(page, '::-p-xpath(//label[contains(., "Height (Z)")]//input)', '200');
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
    assert.deepEqual(await violationsInBothThemes(page), []);
    await retype(page, 'textarea', 'Reed beds closed');
    await seeText(page, 'and there is room for');
    await page.waitForSelector('::-p-xpath(//button[.="Save as 3MF"][@disabled])');
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
    assert.deepEqual(await violationsInBothThemes(page), []);
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
    await (input as Found).uploadFile(MODEL, second);
    await byRole(page, 'link', 'Hide plate again').wait();
    await seeText(page, 'Not sliced yet');
    assert.equal(await page.$('[role="dialog"]'), null);
    assert.deepEqual(complaints, []);
  });
});

describe('a picture on a plate', () => {
  const square = (fill: string, x: number): string =>
    `<rect x="${x}" y="2" width="8" height="8" fill="${fill}"/>`;
  const svg = (shapes: string, head = ''): string =>
    `${head}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 12">${shapes}</svg>`;

  it('is taken from drawings and flat pictures, measured when it is a code, and refused in words', async () => {
    const { page, complaints } = openPage();
    await page.goto('/draw');
    await seeText(page, 'B from layer 9, 1.60 mm');
    const add = (path: string): Promise<void> =>
      giveFile(page, path, () => page.click('::-p-xpath(//button[contains(., "picture")])'));
    const colours = ['#a00', '#0a0', '#00a', '#aa0', '#0aa', '#a0a', '#555'];
    await add(saved('seven.svg', svg(colours.map((one, i) => square(one, 5 * i)).join(''))));
    await seeText(page, 'The drawing has 7 colours, and a plate takes 6');
    await add(saved('made-up.svg', svg('<text>&a;</text>', '<!DOCTYPE svg [<!ENTITY a "b">]>')));
    await seeText(page, 'defines XML entities');
    await add(saved('text.svg', svg(`${square('#a00', 0)}<text>Reed</text>`)));
    await seeText(page, 'Left out of the drawing: text.');
    const code = await qr.toBuffer('https://quillmarsh.example/hide/7', { scale: 8, margin: 2 });
    await add(saved('code.png', code));
    await seeText(page, 'The picture is a code to scan: its modules are 0.83 mm.');
    await add(saved('no-picture.png', 'this is no picture'));
    await seeText(page, 'The browser cannot read this picture.');
    assert.deepEqual(complaints, []);
  });

  it('has a filament for each of its colours at once, and is there again after a reload', async () => {
    const { page, complaints } = openPage();
    await page.goto('/draw');
    await seeText(page, 'B from layer 9, 1.60 mm');
    const three = ['#a00', '#0a0', '#da2'].map((one, i) => square(one, 9 * i)).join('');
    await giveFile(page, saved('three.svg', svg(three)), () =>
      byRole(page, 'button', 'Add picture…').click(),
    );
    for (const name of ['F Brick red', 'C Reed green', 'E Ochre']) await seeText(page, name);
    await byRole(page, 'button', 'Remove picture').wait();
    await seeSaved(page);
    await page.reload();
    await byRole(page, 'button', 'Remove picture').wait();
    await seeText(page, 'E Ochre');
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
    assert.deepEqual(await violationsInBothThemes(page), []);
    await page.keyboard.press('Escape');
    await seeText(page, 'Bands');
    assert.deepEqual(complaints, []);
  });
});
