// Takes the pictures of docs/screenshots from the built application and the demo data.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { byRole, openPage, ROOT, seeText, startApp, startBrowser } from '../tests/e2e/harness';

const FOLDER = join(ROOT, 'docs/screenshots');

async function settle(page: Page): Promise<void> {
  await page.waitForNetworkIdle({ idleTime: 400 });
  await new Promise((resolve) => setTimeout(resolve, 800));
}

async function shoot(page: Page, name: string): Promise<void> {
  await settle(page);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
}

mkdirSync(FOLDER, { recursive: true });
const app = await startApp();
const browser = await startBrowser();
try {
  const { page } = await openPage(browser);
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'light' }]);
  await page.goto(app.url);
  await page.waitForFunction(
    () => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 7,
  );
  await shoot(page, 'bench');

  await byRole(page, 'link', 'Hide plate 7').click();
  await seeText(page, 'Bands');
  for (const key of ['n', 's', 'n', 's', 'p']) await page.keyboard.press(key);
  await shoot(page, 'plan');

  await byRole(page, 'link', 'Read').click();
  await page.waitForSelector('.lamella-gone-to');
  await shoot(page, 'read');
  await byRole(page, 'link', 'Plan').click();
  await seeText(page, 'Bands');

  await byRole(page, 'button', 'Theme: change between light and dark').click();
  await page.mouse.move(640, 300);
  await shoot(page, 'plan-night');
} finally {
  await browser.close();
  app.stop();
}
