import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { KeyInput, Page } from 'puppeteer-core';
import { byRole, catchDownloads, openPlan, seeText, testBed } from './harness/harness';

const bed = testBed({ needsWebGl: true });

async function press(page: Page, ...keys: KeyInput[]): Promise<void> {
  for (const key of keys) await page.keyboard.press(key);
}

describe('the sheet', () => {
  it('shows every view, measures, tells the place and saves a picture', async () => {
    const { page, complaints } = await openPlan(bed);
    await press(page, 'n', 's', 'n', 's', 'v');
    await seeText(page, 'Finished look: A 65 %, B 27 %, C 8 %');
    await press(page, 'v');
    await seeText(page, 'Bed side, mirrored as you see it: A 100 %');
    await press(page, 'v');
    await seeText(page, 'Ends below: 12.7 cm² stay visible');
    await press(page, 'v');
    await seeText(page, 'From the front, 8.04 mm high');
    await press(page, 'v');
    await seeText(page, 'Backlit, ');
    await page.click('::-p-text(From above)');
    const blend = await page.waitForSelector('button[aria-pressed="false"][aria-label*="thin"]');
    await blend?.click();
    await seeText(page, 'thin colours blended');
    await press(page, 'm');
    const box = await (await page.waitForSelector('[aria-label^="Ruler"]'))?.boundingBox();
    assert.ok(box);
    await page.mouse.click(box.x + 200, box.y + 200);
    await page.mouse.click(box.x + 260, box.y + 280);
    await seeText(page, 'X 1');
    const ruled = await page.$eval('[aria-label^="Ruler"] [role="status"]', (one) => one.innerHTML);
    const [way, across, up] = [...ruled.matchAll(/[\d.]+/g)].map(Number);
    assert.ok(Math.abs(Math.hypot(across, up) - way) < 0.2, ruled);
    assert.ok(Math.abs(up / across - 80 / 60) < 0.05, ruled);

    const folder = await catchDownloads(page);
    await page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]');
    await press(page, 'e');
    const { name, bytes } = await folder.file('.png');
    assert.equal(name, 'hide-plate-7.png');
    assert.deepEqual([...bytes.subarray(1, 4)], [...Buffer.from('PNG')]);
    assert.ok(bytes.length > 5000);
    assert.deepEqual(complaints, []);
  });

  it('stays drawn while another station is shown, and shows what its job has become', async () => {
    const { page, complaints } = await openPlan(bed, 'Hide plate 7', {
      besides: ['Marsh relief tile'],
    });
    await press(page, 'n', 's', 'v');
    await seeText(page, 'Finished look: A 65 %, B 35 %');
    const isBoth = (seen: string[]): boolean => [BLACK, WHITE].every((one) => seen.includes(one));
    const both = await seeColours(page, isBoth);
    await page.$eval(CANVAS, (canvas) => canvas.setAttribute('data-kept', ''));
    await seeColours(page, isBoth, CORE);
    await go(page, 'Recipe', 'At each swap');
    await go(page, 'Plan', 'Finished look: A 65 %, B 35 %');
    await seeColours(page, isBoth, CORE);
    await go(page, 'Recipe', 'At each swap');
    await press(page, 'z');
    await go(page, 'Plan', 'Finished look: A 100 %');
    await page.waitForSelector(CANVAS);
    const isKept = await page.$eval(CANVAS, (canvas) => canvas.hasAttribute('data-kept'));
    assert.ok(isKept, 'WebGL is not started again');
    const isBlack = (seen: string[]): boolean => seen.includes(BLACK) && !seen.includes(WHITE);
    await seeColours(page, isBlack);
    await seeColours(page, isBlack, CORE);
    await page.click('a[href="/"]');
    await byRole(page, 'link', 'Marsh relief tile').click();
    await seeText(page, 'Bands');
    await press(page, 'v');
    await seeText(page, 'Finished look: D 19 %');
    // Another job is another drawing.
    await seeColours(page, (seen) => seen.length > both.length && !seen.includes(BLACK));
    assert.deepEqual(complaints, []);
  });
});

const CANVAS = '[aria-label^="Drawing"][aria-busy="false"] canvas';
const CORE = '[aria-label="Core"] canvas';

async function go(page: Page, station: string, words: string): Promise<void> {
  await page.click(`nav[aria-label="Stations"] a::-p-text(${station})`);
  await seeText(page, words);
}

/** Peat black and bone white, as they are drawn. */
const BLACK = '47,43,40';
const WHITE = '239,231,212';

/** Waits until what a canvas, the sheet's own, is made up of is as it should be, and answers it. */
async function seeColours(
  page: Page,
  isSo: (seen: string[]) => boolean,
  canvas = CANVAS,
): Promise<string[]> {
  let seen = await coloursOf(page, canvas);
  // Each look is a picture of its own, for which the page draws a frame.
  while (!isSo(seen)) seen = await coloursOf(page, canvas);
  return seen;
}

/** The colours that much of a canvas is drawn in now. */
async function coloursOf(page: Page, canvas: string): Promise<string[]> {
  await page.waitForSelector(canvas);
  const picture = await (await page.$(canvas))!.screenshot({ encoding: 'base64' });
  return page.evaluate(async (data) => {
    const png = Uint8Array.from(atob(data), (one) => one.charCodeAt(0));
    const image = await createImageBitmap(new Blob([png], { type: 'image/png' }));
    const pen = new OffscreenCanvas(image.width, image.height).getContext('2d')!;
    pen.drawImage(image, 0, 0);
    const { data: bytes } = pen.getImageData(0, 0, image.width, image.height);
    const counts = new Map<string, number>();
    for (let i = 0; i < bytes.length; i += 4) {
      const colour = `${bytes[i]},${bytes[i + 1]},${bytes[i + 2]}`;
      counts.set(colour, (counts.get(colour) ?? 0) + 1);
    }
    return [...counts].flatMap(([colour, n]) => (n > bytes.length / 4 / 100 ? [colour] : []));
  }, picture);
}

describe('thin colours', () => {
  it('look otherwise over what is below them, and before a lamp', async () => {
    const { page, complaints } = await openPlan(bed);
    // One layer of white is the face of the plate.
    await press(page, 'n', 'ArrowDown', 's', 'ArrowUp', 's', 'v');
    await seeText(page, 'Finished look:');
    await page.waitForSelector('[aria-label^="Drawing"][aria-busy="false"]');
    const box = await (await page.$('[aria-label^="Drawing"]'))?.boundingBox();
    assert.ok(box);
    const clip = { x: box.x + 100, y: box.y + 100, width: 300, height: 250 };
    const picture = () => page.screenshot({ clip, encoding: 'base64' });
    /** The picture once it is none of those before. */
    const nextPicture = async (...before: string[]): Promise<string> => {
      for (let tries = 0; tries < 200; tries++) {
        const now = await picture();
        if (!before.includes(now)) return now;
      }
      throw new Error('The picture stays as it was.');
    };
    // The paths of the layer are another picture; the look has come when two are the same.
    let plain = await picture();
    for (let again = ''; again !== plain; again = await picture()) plain = await picture();
    await press(page, 'g');
    const blended = await nextPicture(plain);
    await page.click('::-p-text(Backlit)');
    await nextPicture(plain, blended);
    assert.deepEqual(complaints, []);
  });
});

describe('the way round a swap', () => {
  it('is drawn on the sheet, and goes with undo', async () => {
    const { page, complaints } = await openPlan(bed);
    await press(page, 'n', 's');
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await page.locator('::-p-text(Spelled out)').click();
    await seeText(page, 'Travels back over the restart point.');
    await seeText(page, 'G1 X5 Y215 F6000');
    await byRole(page, 'link', 'Plan').click();
    await page.waitForSelector('svg[aria-label^="Around the swap: the old colour ends at"]');
    await byRole(page, 'button', 'Undo').click();
    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await seeText(page, 'Parks, waits for you, and returns');
    assert.deepEqual(complaints, []);
  });
});
