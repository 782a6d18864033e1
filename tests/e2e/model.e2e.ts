import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import qr from 'qrcode';
import type { ElementHandle, Page } from 'puppeteer-core';
import { hidePlateSolids } from '../../demo/jobs/hidePlate';
import { extrude } from '../../src/core/model/extrude';
import { writeStl } from '../../src/core/model/formats/writeStl';
import { violationsInBothThemes } from './harness/axe';
import {
  byRole,
  giveFile,
  openBench,
  openPage,
  seeSaved,
  seeText,
  setText,
  testBed,
} from './harness/harness';
import { demoId } from './harness/seed';

const bed = testBed();
const folder = mkdtempSync(join(tmpdir(), 'lamella-models-'));

function saved(name: string, bytes: Uint8Array | string): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

const MODEL = saved('hide-plate.stl', writeStl(extrude(hidePlateSolids())));

async function addFile(page: Page, path: string): Promise<void> {
  const input = await page.$('input[aria-label="Sliced file or model"]');
  await (input as ElementHandle<HTMLInputElement>).uploadFile(path);
}

describe('what is made here', () => {
  it('is reached by all eyes: a model, a drawn plate, plates for a list, and the print in the hand', async () => {
    const { page, complaints } = await openBench(bed);
    await addFile(page, MODEL);
    await seeText(page, '3 of 3 fall inside a layer.');
    await page.click('section[aria-label="Heights"] li:nth-child(2) button');
    await seeText(page, 'layer 26 begins at 5.00 mm');
    assert.deepEqual(await violationsInBothThemes(page), []);

    await page.goto(`${bed.app.url}/draw`);
    await seeText(page, 'B from layer 9, 1.60 mm');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await byRole(page, 'button', 'Plates for a list…').click();
    await setText(page, '[role="dialog"] textarea', 'Reed\nSedge');
    await seeText(page, '2 plates, 8 on a bed');
    assert.deepEqual(await violationsInBothThemes(page), []);

    await page.goto(`${bed.app.url}/jobs/${demoId('Hide plate 7')}/hand`);
    await seeText(page, 'As placed');
    await byRole(page, 'button', 'Cut').click();
    await seeText(page, 'Cut above layer');
    assert.deepEqual(await violationsInBothThemes(page), []);
    assert.deepEqual(complaints, []);
  });
});

describe('a picture on a plate', () => {
  const square = (fill: string, x: number): string =>
    `<rect x="${x}" y="2" width="8" height="8" fill="${fill}"/>`;
  const svg = (shapes: string, head = ''): string =>
    `${head}<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 12">${shapes}</svg>`;

  it('is taken from drawings and flat pictures, measured when it is a code, and refused in words', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/draw`);
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
    const { page, complaints } = await openPage(bed.browser);
    await page.goto(`${bed.app.url}/draw`);
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
