// Takes the pictures of docs/screenshots from the built application and the demo data.
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { makeHidePlate } from '../demo/jobs/hidePlate';
import { startApp, startBrowser } from '../tests/e2e/app';
import { byRole, giveFile, openPage, ROOT, seeText } from '../tests/e2e/harness';

const FOLDER = join(ROOT, 'docs/screenshots');

async function settle(page: Page): Promise<void> {
  await page.waitForNetworkIdle({ idleTime: 400 });
  // Where WebGL is drawn in software, the sheet needs its time.
  await page.waitForFunction(() => document.querySelector('[aria-busy="true"]') === null);
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

  await byRole(page, 'link', 'Hide plate 7').click();
  await seeText(page, 'Bands');
  for (const key of ['n', 's', 'n', 's', 'p'] as const) await page.keyboard.press(key);
  await shoot(page, 'plan');

  await byRole(page, 'link', 'Read').click();
  await page.waitForSelector('.lamella-gone-to');
  await shoot(page, 'read');
  await byRole(page, 'link', 'Plan').click();
  await seeText(page, 'Bands');

  await byRole(page, 'button', 'Theme: change between light and dark').click();
  await page.mouse.move(640, 300);
  await shoot(page, 'plan-night');
  await byRole(page, 'button', 'Theme: change between light and dark').click();

  await page.keyboard.press('d');
  await page.keyboard.press('Delete');
  await page.keyboard.press('k');
  await shoot(page, 'plan-variants');
  const slice = join(mkdtempSync(join(tmpdir(), 'lamella-slice-')), 'hide-plate-7-coarse.gcode');
  writeFileSync(slice, makeHidePlate(0.3));
  await giveFile(page, slice, () => page.keyboard.press('r'));
  await seeText(page, 'same step');
  await shoot(page, 'plan-moving');

  await byRole(page, 'button', 'Keep the old file').click();
  await page.keyboard.press('z');
  await byRole(page, 'link', 'Recipe not tried on your printer').click();
  const option = await page.waitForSelector("::-p-xpath(//option[.='Old bittern'])");
  const id = (await option?.evaluate((one) => (one as HTMLOptionElement).value)) ?? '';
  await page.select('select[aria-label="Printer of this plan"]', id);
  await seeText(page, 'Goes to the place for waiting.');
  await shoot(page, 'recipe');
  await byRole(page, 'link', 'Checks may fail').click();
  await seeText(page, 'Before you press start');
  await shoot(page, 'checks');
  await page.keyboard.press('w');
  await seeText(page, 'The file is written');
  await shoot(page, 'output');

  await page.goto(`${app.url}/shelf`);
  await seeText(page, '12 of 12 spools');
  await shoot(page, 'shelf');

  await page.goto(`${app.url}/printers`);
  await page.locator('::-p-text(Old bittern)').click();
  await shoot(page, 'printers');
  await byRole(page, 'button', 'Find out which stop it knows').click();
  await shoot(page, 'interview');

  await page.goto(app.url);
  await byRole(page, 'link', 'Marsh relief tile').click();
  await seeText(page, 'Bands');
  for (const key of ['n', 's', 'n', 's', 't', 'v'] as const) await page.keyboard.press(key);
  await page.mouse.move(640, 300);
  await shoot(page, 'plan-above');
  await page.keyboard.press('o');
  await seeText(page, 'What can I make of my leftovers?');
  await shoot(page, 'leftovers');
  await page.click('::-p-xpath(//button[starts-with(., "Use these")])');
  await page.keyboard.press('Escape');
  await page.keyboard.press('u');
  await seeText(page, 'Together');
  await shoot(page, 'cost');
  await page.goto(app.url);
  await byRole(page, 'link', 'Tide dial').click();
  await seeText(page, 'Order of printing');
  for (let up = 0; up < 8; up++) await page.keyboard.press('ArrowUp');
  await shoot(page, 'plan-parts');
  await page.goto(app.url);
  await byRole(page, 'link', 'Window sign').click();
  await seeText(page, 'Order of printing');
  await byRole(page, 'radio', 'From below').click();
  await shoot(page, 'plan-below');
  await page.goto(`${app.url}/guide/layers`);
  await shoot(page, 'guide');

  // The relief as a light box: a clear filament, and the dyke in black.
  const { page: lit } = await openPage(browser);
  await lit.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
  await lit.goto(app.url);
  await seeText(lit, 'Marsh relief tile');
  await byRole(lit, 'link', 'Marsh relief tile').click();
  await seeText(lit, 'Bands');
  await lit.keyboard.press('f');
  await lit.locator('button[aria-label^="Spool of filament D"]').click();
  await lit.locator("::-p-xpath(//*[@role='menuitemradio'][contains(., 'Rain clear')])").click();
  await lit.keyboard.press('Escape');
  for (const key of ['n', 'n', 'n', 'n', 's'] as const) await lit.keyboard.press(key);
  await lit.locator('::-p-text(Back-lit)').click();
  await shoot(lit, 'plan-backlit');
} finally {
  await browser.close();
  app.stop();
}
