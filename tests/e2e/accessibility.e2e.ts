import assert from 'node:assert/strict';
import { describe, it } from 'vitest';
import type { Page } from 'puppeteer-core';
import { GUIDE_PAGES } from '../../src/core/guide/pages';
import { violations, violationsBesideContrast, violationsInBothThemes } from './harness/axe';
import {
  byRole,
  noteRequests,
  openBench,
  openPage,
  openPlan,
  seeText,
  testBed,
  until,
} from './harness/harness';
import { demoId, editRaw } from './harness/seed';

const bed = testBed();
const PLATE = demoId('Hide plate 7');

/** Colours change at once with the theme, not in the course of a moment. */
async function holdStill(page: Page): Promise<void> {
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
}

describe('accessibility in both themes', () => {
  it('holds where parts lie side by side', async () => {
    const { page, complaints } = await openPlan(bed, 'Window sign');
    await holdStill(page);
    await seeText(page, 'Someone must be at the printer 9 times.');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await page.keyboard.press('b');
    await seeText(page, 'All loads in printing order');
    assert.deepEqual(await violations(page), []);
    await page.keyboard.press('q');
    await seeText(page, 'Order of printing');
    assert.deepEqual(complaints, []);
  });

  it('holds on the Bench, on a job and in its dialogs', async () => {
    const { page, complaints } = await openBench(bed);
    // The system's own theme is taken.
    for (const value of ['dark', 'light'] as const) {
      await page.emulateMediaFeatures([
        { name: 'prefers-color-scheme', value },
        { name: 'prefers-reduced-motion', value: 'reduce' },
      ]);
      await page.reload();
      await seeText(page, 'Hide plate 7');
      assert.equal(await page.$eval('html', (html) => html.dataset.theme), value);
    }
    assert.deepEqual(await violationsInBothThemes(page), []);

    await byRole(page, 'link', 'Hide plate 7').click();
    await seeText(page, 'Bands');
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    assert.deepEqual(await violationsInBothThemes(page), []);

    for (const tab of ['t', 'k', 'b'] as const) {
      await page.keyboard.press(tab);
      assert.deepEqual(await violations(page), []);
    }
    // A band with a caution and its fix, and a view with its ruler.
    for (const key of ['ArrowUp', 's', 'm', 'v', '='] as const) await page.keyboard.press(key);
    await seeText(page, 'One layer thin');
    assert.deepEqual(await violations(page), []);
    await page.keyboard.press('Delete');

    for (const [key, text] of [
      ['?', 'One layer up'],
      ['f', 'Filaments of this plan'],
      ['c', 'Scale part'],
      ['u', 'Purge and cost'],
      ['o', 'Use up leftovers'],
      ['i', 'Away hours'],
    ] as const) {
      await page.keyboard.press(key);
      await seeText(page, text);
      // Dialogs are made of the same parts: in the dark, one of them stands for all.
      const look = key === 'f' ? violationsInBothThemes : violations;
      assert.deepEqual(await look(page), []);
      await page.keyboard.press('Escape');
    }
    await page.keyboard.down('Shift');
    await page.keyboard.press('f');
    await page.keyboard.up('Shift');
    await seeText(page, 'Files of this job');
    assert.deepEqual(await violations(page), []);
    await page.keyboard.press('Escape');
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[cmdk-item]');
    assert.deepEqual(await violations(page), []);
    await page.keyboard.press('Escape');

    await page.keyboard.press('h');
    await page.keyboard.type('2.33 mm, layer 99');
    await seeText(page, 'There is no layer 99');
    assert.deepEqual(await violations(page), []);
    await page.click('#plan-tab-bands');

    await byRole(page, 'link', 'Read').click();
    await seeText(page, 'File contents');
    await page.waitForSelector('.lamella-gone-to');
    assert.deepEqual(await violations(page), []);
    await byRole(page, 'link', 'Plan').click();
    await seeText(page, 'Bands');

    await byRole(page, 'link', 'Recipe not tested on your printer').click();
    await seeText(page, 'At each swap');
    await page.locator('::-p-text(Spelled out)').click();
    await seeText(page, 'Travels back over the restart point.');
    assert.deepEqual(await violations(page), []);

    await byRole(page, 'link', 'Checks may fail').click();
    await seeText(page, 'Before you press start');
    assert.deepEqual(await violations(page), []);

    await page.keyboard.press('w');
    await seeText(page, 'File written');
    assert.deepEqual(await violations(page), []);

    await byRole(page, 'link', 'Printers').click();
    await seeText(page, 'Type of stop');
    assert.deepEqual(await violations(page), []);
    await byRole(page, 'button', 'Test printer').click();
    await seeText(page, 'Record what happened');
    assert.deepEqual(await violations(page), []);
    assert.deepEqual(complaints, []);
  });

  it('holds on the shelf and in the guide', async () => {
    const { page, complaints } = await openPage(bed.browser);
    await holdStill(page);
    await page.goto(`${bed.app.url}/shelf`);
    await seeText(page, '12 of 12 spools');
    assert.deepEqual(await violationsInBothThemes(page), []);
    await byRole(page, 'button', 'Edit Ochre').click();
    await seeText(page, 'How it covers');
    assert.deepEqual(await violationsInBothThemes(page), []);
    // All pages of the guide are made of the same parts: their colours are looked at once.
    const allHasCome = noteRequests(page);
    await page.goto(`${bed.app.url}/guide`);
    for (const [i, { title }] of GUIDE_PAGES.entries()) {
      await byRole(page, 'link', title).click();
      await byRole(page, 'heading', title).wait();
      // What was fetched ahead is drawn once more when the page itself has come, its title too.
      await allHasCome();
      await until(page, (named) => document.title.startsWith(named), title);
      const look = i === 0 ? violationsInBothThemes : violationsBesideContrast;
      assert.deepEqual(await look(page), []);
    }
    assert.deepEqual(complaints, []);
  });
});

describe('a small window', () => {
  it('of 320 by 256 px holds every screen, whatever the names', async () => {
    const viewport = { width: 320, height: 256 };
    const { page, complaints } = await openBench(bed, ['Hide plate 7'], { viewport });
    const name = `Plate${'nameless'.repeat(20)}`;
    await editRaw(page, 'jobs', PLATE, { name, fileName: `${name}.gcode` });
    await editRaw(page, 'spools', 'ochre', { name: 'Ochre'.repeat(12), note: 'long'.repeat(99) });
    const screens = ['', '/read', '/recipe', '/checks', '/output'].map(
      (one) => `/jobs/${PLATE}${one}`,
    );
    for (const path of ['/', '/shelf', '/printers', '/pieces', '/guide', ...screens]) {
      await page.goto(`${bed.app.url}${path}`);
      await page.waitForSelector('main h1');
      const width = await page.evaluate(() => document.documentElement.scrollWidth);
      assert.equal(width, 320, path);
    }
    assert.deepEqual(complaints, []);
  });
});
