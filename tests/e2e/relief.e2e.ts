import assert from 'node:assert/strict';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { facesByHeight } from '../../src/core/model/flats';
import { readModel } from '../../src/core/model/formats/readModel';
import { isManifold } from '../../src/core/model/manifold';
import { marshAtDusk } from '../support/pictures';
import { violationsInBothThemes } from './harness/axe';
import {
  byRole,
  catchDownloads,
  giveFile,
  openPage,
  seeNoText,
  seeSaved,
  seeSwaps,
  seeText,
  testBed,
} from './harness/harness';

const bed = testBed();
const folder = mkdtempSync(join(tmpdir(), 'lamella-reliefs-'));

function saved(name: string, bytes: Uint8Array | string): string {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
}

const MARSH = saved('marsh.png', marshAtDusk(240, 160));

async function openRelief(): ReturnType<typeof openPage> {
  const opened = await openPage(bed.browser);
  await opened.page.goto(`${bed.app.url}/relief`);
  await giveFile(opened.page, MARSH, () => byRole(opened.page, 'button', 'Open picture…').click());
  await seeText(opened.page, 'Off the picture by');
  await seeNoText(opened.page, 'Searching spools and swaps');
  return opened;
}

const titleOf = (page: Page): Promise<string> =>
  page.$eval('section[aria-label="The relief"] h2', (one) => (one as HTMLElement).innerText);

describe('a relief from a picture', () => {
  it('is found, changed by hand, and stands on the Bench with its swaps and spools', async () => {
    const { page, complaints } = await openRelief();
    assert.match(await titleOf(page), /^83\.70 × 57\.15 × 2\.40 mm, 23 layers, 2 swaps$/);
    await seeText(page, 'the best there is');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await byRole(page, 'button', 'Show the relief with 1 swap').click();
    await seeText(page, '23 layers, 1 swap');
    await byRole(page, 'button', 'Add swap').click();
    await seeText(page, '23 layers, 2 swaps');
    // The swap is dragged by its handle, which the keys move as well.
    const before = await page.$eval('[role="slider"]', (one) => one.getAttribute('aria-valuenow'));
    await page.focus('[role="slider"]');
    await page.keyboard.press('ArrowRight');
    await seeText(page, `Swap before layer ${Number(before) + 1},`);
    const layers = await page.$$eval('[role="slider"]', (all) =>
      all.map((one) => Number(one.getAttribute('aria-valuenow'))),
    );
    assert.equal(layers.length, 2);
    await byRole(page, 'button', 'Add to Bench').click();
    await seeText(page, 'Not sliced yet');
    await seeSwaps(page, ...layers.toSorted((one, other) => one - other));
    assert.deepEqual(complaints, []);
  });

  it('is saved as a closed model whose heights land on layers, and is there after a reload', async () => {
    const { page, complaints } = await openRelief();
    const downloads = await catchDownloads(page);
    await byRole(page, 'button', 'Save as 3MF').click();
    const { bytes, name } = await downloads.file('.3mf');
    const read = await readModel(bytes, name);
    assert.ok(read.ok);
    const { corners } = read.value.mesh;
    assert.ok(isManifold(corners));
    const heights = facesByHeight(corners).found.map(({ z }) => z);
    assert.ok(heights.length > 4);
    for (const z of heights.slice(1)) {
      const layers = 1 + (z - 0.2) / 0.1;
      assert.ok(Math.abs(layers - Math.round(layers)) < 1e-3, String(z));
    }
    await seeSaved(page);
    await page.reload();
    await seeText(page, 'Off the picture by');
    assert.deepEqual(complaints, []);
  });

  it('says what cannot be, and keeps what is there', async () => {
    const { page, complaints } = await openRelief();
    await giveFile(page, saved('no-picture.png', 'this is no picture'), () =>
      byRole(page, 'button', 'Replace picture…').click(),
    );
    await seeText(page, 'The browser cannot read this picture.');
    await byRole(page, 'radio', 'down, mirrored').click();
    await seeText(page, 'Face down, all of it is the colour of the first layers.');
    await byRole(page, 'radio', 'backlit').click();
    await seeNoText(page, 'Face down, all of it');
    await seeNoText(page, 'Searching spools and swaps');
    await byRole(page, 'radio', 'Backlit').click();
    assert.ok(await page.$('canvas[aria-label="Relief, backlit"]'));
    assert.deepEqual(complaints, []);
  });
});
