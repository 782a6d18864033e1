// Takes the pictures of docs/screenshots from the built application and the demo data.
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { hidePlateSolids } from '../demo/jobs/hidePlate';
import { extrude } from '../src/core/model/extrude';
import { writeStl } from '../src/core/model/formats/writeStl';
import { startApp, startBrowser } from '../tests/e2e/harness/app';
import {
  byRole,
  choose,
  giveFile,
  openPage,
  ROOT,
  seeNoText,
  seeText,
} from '../tests/e2e/harness/harness';
import { marshAtDusk } from '../tests/support/pictures';

const FOLDER = join(ROOT, 'docs/screenshots');

async function settle(page: Page): Promise<void> {
  await page.waitForNetworkIdle({ idleTime: 400 });
  // Where WebGL is drawn in software, the sheet needs its time.
  // A station that is kept behind the one in front may have begun, and goes on when it is shown.
  await page.waitForFunction(() =>
    [...document.querySelectorAll('[aria-busy="true"]')].every((one) => !one.checkVisibility()),
  );
  await new Promise((resolve) => setTimeout(resolve, 800));
}

async function shoot(page: Page, name: string): Promise<void> {
  await settle(page);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}

mkdirSync(FOLDER, { recursive: true });
const app = await startApp();
const browser = await startBrowser({ webGl: true });
try {
  const { page } = await openPage(browser);
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
  await page.goto(app.url);
  await page.waitForFunction(
    () => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8,
  );
  await shoot(page, 'bench');

  await byRole(page, 'link', 'Marsh relief tile').click();
  await seeText(page, 'Bands');
  await page.keyboard.press('y');
  await page.waitForSelector('[role="application"] canvas');
  await shoot(page, 'hand');

  const model = join(mkdtempSync(join(tmpdir(), 'lamella-shots-')), 'hide-plate-8.stl');
  writeFileSync(model, writeStl(extrude(hidePlateSolids())));
  await page.goto(app.url);
  const input = await page.waitForSelector('input[aria-label="Sliced file or model"]');
  await (input as ElementHandle<HTMLInputElement>).uploadFile(model);
  await page.waitForSelector('[role="application"] canvas');
  await shoot(page, 'model');
  await page.goto(app.url);
  await byRole(page, 'button', 'Delete Hide plate 8').click();
  await seeText(page, 'Hide plate 8 is deleted');
  // What was said of it goes with the page.
  await page.goto(app.url);

  await byRole(page, 'link', 'Hide plate 7').click();
  await seeText(page, 'Bands');
  for (const key of ['n', 'n', 'p'] as const) await page.keyboard.press(key);
  await shoot(page, 'plan');

  await byRole(page, 'link', 'Read').click();
  await page.waitForSelector('.lamella-gone-to');
  await shoot(page, 'read');
  await byRole(page, 'link', 'Plan').click();
  await seeText(page, 'Bands');

  await byRole(page, 'link', 'Recipe not tested on your printer').click();
  await choose(page, 'Printer of this plan', 'Old bittern');
  await seeText(page, 'Travels to the park position.');
  await shoot(page, 'recipe');
  await byRole(page, 'link', 'Checks may fail').click();
  await seeText(page, 'Before you press start');
  await shoot(page, 'checks');
  await page.keyboard.press('w');
  await seeText(page, 'File written');
  await shoot(page, 'output');
  await byRole(page, 'link', 'At the printer').click();
  await seeText(page, 'When to start');
  const station = page.url();
  await page.click('section[aria-labelledby="when-title"] li button');
  await seeText(page, 'Longest stretch without a swap');
  await shoot(page, 'attend');

  await page.goto(`${app.url}/shelf`);
  await seeText(page, '12 of 12 spools');
  await shoot(page, 'shelf');

  await page.goto(`${app.url}/printers`);
  await seeText(page, 'It homes Z at');
  await shoot(page, 'printers');

  await page.goto(`${app.url}/pieces`);
  await choose(page, 'Filament 1', 'Peat black');
  await choose(page, 'Filament 2', 'Bone white');
  await seeText(page, 'with 2 swaps.');
  await page.locator("::-p-xpath(//*[@role='radio'][@aria-label='120 mm'])").click();
  await shoot(page, 'pieces');
  await page.goto(`${app.url}/logbook`);
  await byRole(page, 'button', 'Show sample prints').click();
  await seeText(page, '30 of 30 prints');
  await shoot(page, 'logbook');
  await byRole(page, 'button', 'Remove sample prints').click();
  await seeText(page, 'The logbook is empty');
  await seeText(page, 'Saved');

  await page.goto(app.url);
  await byRole(page, 'link', 'Tide dial').click();
  await seeText(page, 'Order of printing');
  for (let up = 0; up < 8; up++) await page.keyboard.press('ArrowUp');
  await shoot(page, 'plan-parts');
  await page.goto(`${app.url}/safe`);
  await seeText(page, 'Save to a file');
  await byRole(page, 'button', 'Theme: change between light and dark').click();
  await page.mouse.move(640, 300);
  await shoot(page, 'safe');
  await byRole(page, 'button', 'Theme: change between light and dark').click();
  await page.goto(`${app.url}/guide/layers`);
  await shoot(page, 'guide');

  await page.goto(`${app.url}/draw`);
  await seeText(page, 'B from layer 9');
  await shoot(page, 'draw');
  const marsh = join(mkdtempSync(join(tmpdir(), 'lamella-shots-')), 'marsh.png');
  writeFileSync(marsh, marshAtDusk(480, 320));
  await page.goto(`${app.url}/relief`);
  await giveFile(page, marsh, () => byRole(page, 'button', 'Open picture…').click());
  await seeText(page, 'Off the picture by');
  await seeNoText(page, 'Searching spools and swaps');
  await shoot(page, 'relief');
  // A page that becomes a phone's is reloaded, and what it asks for then must not be broken off.
  await page.goto('about:blank');
  await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  await page.goto(station);
  await seeText(page, 'When to start');
  await byRole(page, 'button', 'Print has started').click();
  await seeText(page, 'Printer has stopped');
  // Half an hour passes.
  await page.evaluate('skipClock(1800000)');
  await byRole(page, 'button', 'Printer has stopped').click();
  await seeText(page, 'Print has resumed');
  await shoot(page, 'attend-swap');
} finally {
  await browser.close();
  app.stop();
}
