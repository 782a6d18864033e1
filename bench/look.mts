import { writeFileSync } from 'node:fs';
import { startApp, startBrowser } from '../tests/e2e/app';
import { byRole, openPage, seeText } from '../tests/e2e/harness';
import { hidePlateSolids } from '../demo/jobs/hidePlate';
import { extrude } from '../src/core/model/extrude';
import { writeStl } from '../src/core/model/writeStl';
writeFileSync('/tmp/hide-plate-model.stl', writeStl(extrude(hidePlateSolids())));
const app = await startApp();
const browser = await startBrowser({ webGl: true });
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));
const which = process.argv.slice(2);
try {
  const { page } = await openPage(browser);
  page.on('console', (m) => console.log('console', m.type(), m.text().slice(0, 900)));
  page.on('pageerror', (e) => console.log('pageerror', String(e).slice(0, 400)));
  if (which.includes('bench')) {
    await page.goto(app.url);
    await page.waitForFunction(() => document.querySelectorAll('ul[aria-label="Jobs"] canvas').length === 8);
    await wait(800);
    await page.screenshot({ path: '/tmp/bench1.png' });
    await byRole(page, 'link', 'Tide dial').click();
    await seeText(page, 'Parts');
    await page.keyboard.press('y');
    await seeText(page, 'As laid down');
    await wait(3500);
    await byRole(page, 'button', 'Cut open').click();
    await wait(2500);
    await page.screenshot({ path: '/tmp/hand3.png' });
    await byRole(page, 'button', 'Cut open').click();
    await byRole(page, 'button', 'Before a lamp').click();
    await wait(2000);
    await page.screenshot({ path: '/tmp/hand4.png' });
    await page.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, isMobile: true, hasTouch: true });
    await wait(3500);
    await page.screenshot({ path: '/tmp/hand5.png' });
    await page.goto(app.url);
    await wait(2500);
    await page.screenshot({ path: '/tmp/bench2.png' });
    await page.goto(app.url + '/draw');
    await wait(2500);
    await page.screenshot({ path: '/tmp/draw4.png' });
  }
  if (which.includes('draw')) {
    await page.goto(app.url + '/draw');
    await wait(2500);
    await page.screenshot({ path: '/tmp/draw1.png' });
  }
} finally { await browser.close(); process.exit(0); }
