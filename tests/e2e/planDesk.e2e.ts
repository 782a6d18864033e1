import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { KeyInput, Page } from 'puppeteer-core';
import { openPlan, seeSwaps, seeText, setValue, testBed } from './harness/harness';

const bed = testBed();

async function press(page: Page, ...keys: KeyInput[]): Promise<void> {
  for (const key of keys) await page.keyboard.press(key);
}

describe('the clock', () => {
  it('is shown in the person’s own form, and its change is said', async () => {
    const { page, complaints } = await openPlan(bed, 'Hide plate 7', { locale: 'en-US' });
    await press(page, 'n', 's');
    await page.emulateTimezone('Europe/Berlin');
    await setValue(page, 'input[type="datetime-local"]', '2027-03-04T18:00');
    await page.waitForSelector('button[aria-label^="Swap 1, before layer 11, at 6:"]');
    await seeText(page, 'PM');
    await setValue(page, 'input[type="datetime-local"]', '2027-03-28T02:30');
    await seeText(page, 'skip this time. The print starts at 3:30 AM.');
    await setValue(page, 'input[type="datetime-local"]', '2027-10-31T02:30');
    await seeText(page, 'show this time twice.');
    assert.deepEqual(complaints, []);
  });
});

describe('keys and touch', () => {
  it('drags a flag with a finger', async () => {
    const { page, complaints } = await openPlan(bed, 'Hide plate 7', {
      viewport: { width: 1280, height: 800, hasTouch: true },
    });
    await press(page, 'n', 's');
    const flag = await page.$('[role="group"][aria-label="Swaps"] button');
    const box = await flag?.boundingBox();
    const target = await page.$eval('button[aria-label^="Step: layer 26"]', (one) => {
      const { top, height } = one.getBoundingClientRect();
      return top + height / 2;
    });
    assert.ok(box);
    const touch = await page.touchscreen.touchStart(box.x + 10, box.y + 10);
    for (const y of [box.y - 60, target + 30, target + 3]) await touch.move(box.x + 10, y);
    await touch.end();
    await seeSwaps(page, 26);
    await press(page, 'z');
    await seeSwaps(page, 11);
    assert.deepEqual(complaints, []);
  });
});
